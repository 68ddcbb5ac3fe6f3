/** The leaves of each station: what is shown together, in the order of the work, and which entries lie on it. */
import { computed, type ComputedRef, inject, type InjectionKey, onBeforeUnmount, provide, ref } from 'vue'
import type { Station } from '@/router'

export interface Leaf {
  code: string
  name: string
  /** Paths of the facts that are entered there. */
  facts: string[]
  /** Only wanted by people of the trade. */
  trade?: true
}
const leaf = (code: string, name: string, ...facts: string[]): Leaf => ({ code, name, facts })

export const LEAVES: Record<Station, Leaf[]> = {
  brief: [
    leaf(
      'job',
      'Job',
      'brief.customer',
      'brief.service_wanted',
      'brief.place_text',
      'brief.height_m',
      'brief.date',
      'brief.terminal_code',
      'brief.constellation_code',
      'brief.satellite_code',
    ),
    leaf('repair', 'Repair', 'brief.follows', 'brief.repair_reason', 'brief.repair_found_code', 'brief.repair_seen'),
    leaf('serve', 'Choice'),
    leaf('place', 'Place', 'brief.address', 'brief.place_method', 'brief.place_error_m', 'brief.other_place_text'),
    leaf('customer', 'Customer', 'handover.runs', 'brief.needs', 'brief.reasons'),
    leaf(
      'stay',
      'How long',
      'brief.permanence',
      'brief.travel_checks',
      'brief.return_on',
      'brief.later_letter',
      'brief.later_mount_code',
      'brief.reused',
      'brief.reuse_note',
      'brief.old_line',
      'brief.router_two_lines',
    ),
    leaf(
      'site',
      'Site',
      'brief.access',
      'brief.settled',
      'brief.indoor',
      'brief.indoor_note',
      'brief.spare_power_h',
      'brief.other_load_w',
      'brief.spare_battery_wh',
    ),
    leaf(
      'crew',
      'Crew and risks',
      'brief.done_by',
      'brief.crew',
      'brief.team_code',
      'brief.travel_h',
      'brief.hazards',
      'brief.hazards_sought',
      'brief.cautions_seen',
      'brief.releases',
      'brief.assessed_by',
      'brief.assessed_on',
      'brief.climber',
      'brief.climber_contact',
    ),
    leaf(
      'order',
      'Order',
      'brief.order_read',
      'brief.printed_azimuth_deg',
      'brief.printed_north',
      'brief.printed_elevation_deg',
      'brief.printed_skew_deg',
      'brief.site_id',
      'brief.site_code',
      'brief.cluster_code',
      'brief.customer_reference',
    ),
    leaf(
      'modem',
      'Modem',
      'bringup.settings',
      'brief.terminal_id',
      'brief.hardware_address',
      'brief.lineup_at',
      'brief.lineup_person',
      'brief.lineup_booked',
    ),
    leaf('positions', 'Positions', 'sky.positions', 'brief.surface', 'brief.wanted_height_m', 'brief.may_drill'),
    leaf('visit', 'Visit', 'brief.forecast_gust_mps', 'brief.forecast_low_c', 'brief.conditions'),
    leaf('days', 'Days', 'brief.tasks', 'brief.forecast'),
    leaf(
      'proposal',
      'Proposal',
      'brief.approved_by',
      'brief.approved_at',
      'brief.approved_letter',
      'brief.approval_note',
      'brief.approval_lines',
    ),
    leaf('parts', 'Parts and costs', 'brief.kit', 'brief.deliveries', 'brief.costs', 'brief.overlap_month_count'),
  ],
  aim: [
    leaf('figures', 'Figures'),
    leaf(
      'instruments',
      'Instruments',
      'aim.preset_measured_deg',
      'aim.compass_code',
      'aim.clinometer_code',
      'aim.compass_correction_deg',
      'aim.clinometer_correction_deg',
    ),
    leaf('mast', 'Mast', 'aim.lean_deg', 'aim.lean_towards_deg'),
    leaf('beam', 'Beam'),
    leaf('modem', 'Modem', 'aim.modem_azimuth_deg', 'aim.modem_north', 'aim.modem_elevation_deg'),
    leaf('bearings', 'No compass', 'aim.landmarks'),
    leaf('view', 'View'),
    leaf('neighbours', 'Arc'),
    leaf('level', 'Level', 'aim.needed_es_n0_db'),
    leaf('feeds', 'Spare feeds', 'aim.spare_satellites', 'aim.focal_length_mm', 'aim.feed_diameter_mm'),
  ],
  sky: [
    leaf('points', 'Points', 'sky.skylines'),
    leaf('view', 'Verdict', 'sky.panel_azimuth_deg', 'sky.season', 'sky.ahead_years', 'brief.look_again_on'),
    leaf('handset', 'By telephone'),
    leaf('plan', 'Plan', 'sky.things', 'sky.all_drawn', 'sky.plan_picture', 'sky.wind_rose'),
    leaf('ways', 'Ways out'),
    leaf('positions', 'Positions', 'sky.position_letter'),
    leaf('trial', 'Trial', 'sky.trial'),
    leaf('obstacles', 'Obstacles'),
    leaf('photo', 'Photo', 'sky.sky_photos'),
    leaf('look', 'Look', 'sky.mock_up'),
    leaf('terrain', 'Terrain'),
    leaf('people', 'People', 'sky.kept_off'),
    leaf('elsewhere', 'Elsewhere'),
    leaf('cost', 'What costs most'),
  ],
  mount: [
    leaf('kind', 'Kind', 'brief.surface', 'mount.mount_code'),
    leaf(
      'mast',
      'Mast',
      'mount.mast_diameter_mm',
      'mount.mast_other_diameter_mm',
      'mount.mast_wall_mm',
      'mount.mast_coating',
      'mount.mast_straight_mm',
      'mount.mast_free_length_m',
      'mount.height_above_ground_m',
      'mount.reach_m',
      'mount.bracket_spacing_m',
      'mount.tube_below_m',
      'mount.clamp_height_m',
      'mount.mount_side',
      'mount.bracket_seats',
    ),
    leaf(
      'wind',
      'Wind',
      'mount.design_gust_mps',
      'mount.working_gust_mps',
      'mount.gust_source',
      'mount.site_exposure',
      'mount.landform',
      'mount.hill_height_m',
      'mount.hill_half_length_m',
      'mount.from_crest_m',
      'mount.ice_mm',
      'mount.maker_gust_mps',
      'mount.maker_axial_n',
      'mount.maker_side_n',
      'mount.operate_mps',
      'mount.survive_mps',
    ),
    leaf(
      'hold',
      'Fixings',
      'mount.base',
      'mount.fixing_code',
      'mount.holes',
      'mount.base_strength_mpa',
      'mount.sheet_mm',
      'mount.pulled_n',
      'mount.timber_dry',
      'mount.timber_signs',
    ),
    leaf(
      'concrete',
      'Concrete',
      'mount.services_located_by',
      'mount.services_located_on',
      'mount.soil',
      'mount.frost_m',
      'mount.hole_width_m',
      'mount.hole_round',
      'mount.hole_depth_m',
      'mount.bag_kg',
      'mount.pour_checks',
      'mount.plumb',
      'mount.poured_at',
      'mount.cured_at',
      'mount.curing',
    ),
    leaf(
      'ballast',
      'Weight',
      'mount.underlay',
      'mount.frame_width_m',
      'mount.frame_length_m',
      'mount.block_kg',
      'mount.block_count',
      'mount.deck_kpa',
      'mount.roof_edge_m',
    ),
    leaf(
      'place',
      'Eave and snow',
      'mount.old_material',
      'mount.overhang_m',
      'mount.eave_over_m',
      'mount.below_slide',
      'mount.snow_m',
      'mount.drifts',
      'mount.rim_over_surface_m',
    ),
    leaf('lift', 'Lifts'),
    leaf('checks', 'Checks', 'mount.checks', 'mount.alterations', 'mount.tethered', 'mount.reuse_checks'),
    leaf('care', 'Care'),
  ],
  cable: [
    leaf(
      'route',
      'Route',
      'cable.cable_code',
      'cable.cable_pieces',
      'cable.joint_count',
      'cable.connectors',
      'cable.splitter_db',
      'cable.arrester_db',
      'cable.adaptor_db',
    ),
    leaf(
      'wall',
      'Wall',
      'cable.wall_mm',
      'cable.drilled_from',
      'cable.bulge_mm',
      'cable.hole_mm',
      'cable.wall_mark',
      'cable.inside_mm',
      'cable.outside_mm',
      'cable.looked_inside',
      'cable.looked_outside',
      'cable.swept',
      'cable.wall_things',
      'cable.sealed_by',
      'cable.putty_until',
      'cable.entry_steps',
    ),
    leaf('ends', 'Ends', 'cable.end_checks', 'cable.tests'),
    leaf(
      'earth',
      'Earth',
      'cable.earth_path',
      'cable.earth_point',
      'cable.earth_wire_mm2',
      'cable.earth_wire_length_m',
      'cable.earth_bond_mohm',
      'cable.earth_ground_ohm',
      'cable.earth_building',
      'cable.earth_why_not',
    ),
    leaf('led', 'Ties', 'cable.conduit_mm', 'cable.elbow_mm', 'cable.removable', 'cable.slack_tried', 'cable.dressed'),
    leaf(
      'indoors',
      'Indoors',
      'cable.injector_place',
      'cable.injector_dry',
      'cable.injector_reachable',
      'cable.injector_low_c',
      'cable.injector_high_c',
      'cable.old_cabling',
      'cable.old_tested',
    ),
    leaf('list', 'List'),
    leaf('plan', 'Plan'),
    leaf('own', 'Others', 'cable.extra_runs'),
  ],
  build: [
    leaf('now', 'Now', 'build.step_marks', 'build.seen_marks', 'build.passes', 'build.rehearsed_on'),
    leaf(
      'kit',
      'Kit',
      'build.kit_found',
      'build.variants_told',
      'build.layers_searched',
      'build.rim_gap_mm',
      'build.damages',
      'build.delivered_by',
      'brief.kit',
    ),
    leaf('van', 'Van'),
    leaf('joints', 'Joints', 'build.joint_marks'),
    leaf('waits', 'Waits', 'build.waits'),
    leaf('leave', 'Before leaving', 'build.measures', 'build.left_over', 'build.left_over_note', 'build.closing'),
    leaf('plan', 'Plan'),
  ],
  peak: [
    leaf(
      'preset',
      'Preset',
      'aim.preset_measured_deg',
      'peak.preset_skew_deg',
      'peak.preset_compass_deg',
      'peak.elevation_mid_turns',
      'peak.azimuth_mid_turns',
      'peak.scale_zero_deg',
      'peak.arrow_deg',
      'peak.screw_checks',
    ),
    leaf(
      'search',
      'Find it',
      'peak.guide',
      'peak.sweeps',
      'peak.seen_network',
      'peak.seen_carrier',
      'peak.clamp_kept',
      'peak.aid_fitted',
      'peak.aid_off',
      'peak.symptom',
    ),
    leaf(
      'readings',
      'Fine',
      'peak.readings',
      'peak.attitudes',
      'peak.panel_moved_at',
      'peak.speed_before_mbps',
      'peak.speed_after_mbps',
    ),
    leaf('ear', 'By ear', 'peak.covers', 'peak.transmit_off'),
    leaf('skew', 'Skew', 'peak.skew_readings', 'peak.skew_set_deg', 'peak.desk_isolation_db', 'peak.desk_least_db'),
    leaf(
      'lock',
      'Lock down',
      'peak.lock_before_db',
      'peak.lock_after_db',
      'peak.lock_steps',
      'peak.push_top_db',
      'peak.push_bottom_db',
      'peak.push_left_db',
      'peak.push_right_db',
      'peak.push_top_during_db',
      'peak.push_bottom_during_db',
      'peak.push_left_during_db',
      'peak.push_right_during_db',
      'peak.retest_db',
      'peak.witness_text',
    ),
    leaf('instruments', 'Instruments', 'peak.compass_at_peak_deg', 'peak.clinometer_at_peak_deg'),
    leaf('sounds', 'Sounds'),
  ],
  bringup: [
    leaf(
      'before',
      'Before',
      'bringup.powered_where',
      'bringup.power_checks',
      'bringup.meter_fitted',
      'bringup.in_front_clear',
      'bringup.hand_set',
      'bringup.dish_end_v',
    ),
    leaf(
      'computer',
      'Computer',
      'bringup.laptop_system',
      'bringup.laptop_before',
      'bringup.laptop_address',
      'bringup.laptop_mask',
      'bringup.laptop_wired',
      'bringup.laptop_wireless',
      'bringup.laptop_page',
      'bringup.laptop_back',
    ),
    leaf(
      'entries',
      'Entries',
      'bringup.beam_letter',
      'bringup.activation_code',
      'bringup.modem_entries',
      'bringup.told_back',
      'bringup.settings',
      'bringup.config_name',
      'bringup.config_sum',
      'bringup.config_sum_wanted',
      'bringup.config_restarted',
      'bringup.carrier_by',
      'bringup.carrier_reason',
    ),
    leaf(
      'states',
      'States',
      'bringup.states_entered',
      'bringup.powered_at',
      'bringup.install_mode',
      'bringup.device_level_db',
      'bringup.device_input_dbm',
      'bringup.device_now_s',
      'bringup.self_restart_count',
      'bringup.injector_light',
      'bringup.page_works',
    ),
    leaf('radio', 'Radio', 'bringup.radio'),
    leaf('lineup', 'Line-up', 'bringup.lineup_log'),
    leaf(
      'network',
      'Network',
      'bringup.router_plan',
      'bringup.own_router_name',
      'bringup.outer_address',
      'bringup.line_plan',
      'bringup.new_line_percent',
      'bringup.home_net',
      'bringup.new_gateway',
      'bringup.old_gateway',
      'bringup.home_devices',
    ),
    leaf(
      'move',
      'Wireless',
      'bringup.wifi_name',
      'bringup.wifi_password',
      'bringup.wifi_kept',
      'bringup.moved_stages',
      'bringup.move_confirmed',
    ),
    leaf(
      'update',
      'Update',
      'bringup.update_seen',
      'bringup.update_choice',
      'bringup.update_reason',
      'bringup.updated_at',
      'bringup.settled_at',
    ),
  ],
  handover: [
    leaf('service', 'Service', 'handover.runs'),
    leaf('watch', 'Gaps', 'handover.watch'),
    leaf(
      'prove',
      'Proof',
      'handover.needs_proved',
      'handover.old_line_proved',
      'handover.shown_to',
      'handover.items_given',
    ),
    leaf(
      'sign',
      'Signatures',
      'handover.waivers',
      'handover.customer_name',
      'handover.customer_objects',
      'handover.customer_signed_at',
      'handover.customer_lines',
      'handover.installer_lines',
    ),
    leaf('papers', 'Papers'),
    leaf('later', 'Later'),
    leaf('travel', 'On the road', 'brief.stowed', 'brief.travel_checks'),
  ],
}
/** What an owner does not need to see unless something there holds the job up. */
for (const [station, codes] of Object.entries({
  brief: ['order', 'modem', 'visit', 'days', 'proposal', 'parts', 'stay'],
  aim: ['instruments', 'beam', 'modem', 'bearings', 'neighbours', 'level', 'feeds'],
  sky: ['obstacles', 'terrain', 'people', 'elsewhere', 'cost'],
  mount: ['wind', 'lift', 'care'],
  cable: ['own', 'list'],
  build: ['van', 'joints', 'waits', 'plan'],
  peak: ['instruments'],
  bringup: ['network'],
}))
  for (const one of LEAVES[station as Station]) if (codes.includes(one.code)) one.trade = true
/** Where the stations without leaves have their entries. */
const WHOLE: Partial<Record<Station, true>> = {}

/** Station and leaf on which an entry lies; the station that asks is looked through first. `at` may be a station. */
export function placeOf(at: string, here: Station): { station: Station; leaf: string } | null {
  const room = at.split('.')[0] as Station
  if (!(room in LEAVES)) return null
  for (const station of [here, room, ...(Object.keys(LEAVES) as Station[])]) {
    const found = LEAVES[station].find((one) => one.facts.includes(at))
    if (found) return { station, leaf: found.code }
  }
  return WHOLE[room] || !at.includes('.') ? { station: room, leaf: '' } : null
}

interface Shelf {
  current: ComputedRef<string>
  put: (code: string) => () => void
}
const SHELF: InjectionKey<Shelf> = Symbol('leaves')

/** Of the page: which leaves its station has now, and which of them is open by the address. */
export function useShelf(station: () => Station, wanted: () => string) {
  const counts = ref<Record<string, number>>({})
  const present = computed(() => LEAVES[station()].filter((one) => counts.value[one.code]))
  const current = computed(() => {
    const known = present.value.some((one) => one.code === wanted())
    return known ? wanted() : (present.value[0]?.code ?? '')
  })
  const add = (code: string, by: number) => (counts.value = { ...counts.value, [code]: (counts.value[code] ?? 0) + by })
  provide(SHELF, {
    current,
    put: (code) => {
      add(code, 1)
      return () => add(code, -1)
    },
  })
  return { present, current }
}

/** Of a part of a leaf, or of several (`figures mast`): whether its leaf is open. A sheet that stands alone, without a page, shows all of its leaves. */
/** The leaf that is open; empty where there are none. */
export function useOpenLeaf(): ComputedRef<string> {
  const shelf = inject(SHELF, null)
  return computed(() => shelf?.current.value ?? '')
}
export function useLeaf(codes: () => string): ComputedRef<boolean> {
  const shelf = inject(SHELF, null)
  if (!shelf) return computed(() => true)
  for (const code of codes().split(' ')) onBeforeUnmount(shelf.put(code))
  return computed(() => codes().split(' ').includes(shelf.current.value))
}
