<script setup lang="ts">
import { NButton } from 'naive-ui'
import { computed } from 'vue'
import DrawingView from '@/drawings/DrawingView.vue'
import Fact from '@/fields/Fact.vue'
import LeafPart from '@/frame/LeafPart.vue'
import { useOpenLeaf } from '@/frame/leaves'
import { formatQuantity } from '@/lib/quantity'
import PlanHere from '@/plan/PlanHere.vue'
import SaidAnew from '@/stations/SaidAnew.vue'
import CarePart from '@/stations/mount/CarePart.vue'
import CheckPart from '@/stations/mount/CheckPart.vue'
import ConcretePart from '@/stations/mount/ConcretePart.vue'
import HoldPart from '@/stations/mount/HoldPart.vue'
import KindChooser from '@/stations/mount/KindChooser.vue'
import LiftPart from '@/stations/mount/LiftPart.vue'
import SeatsPart from '@/stations/mount/SeatsPart.vue'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const store = useJob()
const prefs = usePrefs()
const job = computed(() => store.job!)
const terminal = computed(() => job.value.facts.picks.terminal)
const kind = computed(() => job.value.assessment.mount_kind ?? null)
const holds = computed(() => kind.value?.holds ?? '')
const blown = computed(() => job.value.assessment.site_wind ?? null)
const ballast = computed(() => job.value.assessment.ballast ?? null)
const told = computed(() => job.value.facts.mount)
const leaf = useOpenLeaf()
/** These leaves are read off the elevation; the others have drawings of their own. */
const WITH_ELEVATION = new Set(['', 'mast', 'place', 'ballast'])
/** What was told there is of one mast, or of one spot. */
const OF_MAST = new Set(['', 'mast', 'checks'])
const OF_SPOT = new Set(['', 'hold', 'concrete', 'ballast', 'place', 'checks'])
const show = (value: number, unit: 'mm' | 'm' | 'n' | 'kg') => formatQuantity(value, unit, prefs.system)
const span = computed(() =>
  terminal.value
    ? `Clamp takes ${show(terminal.value.mast.least_mm, 'mm')} to ${show(terminal.value.mast.most_mm, 'mm')}`
    : '',
)
/** The tube that the kind brings, as its entry in the stores tells it: to begin with, until it is measured. */
const brought = computed(() => {
  const { tube_mm, tube_wall_mm } = kind.value ?? {}
  return tube_mm ? { mast_diameter_mm: tube_mm, ...(tube_wall_mm ? { mast_wall_mm: tube_wall_mm } : {}) } : null
})
/** What was measured already stays. */
const take = () =>
  store.patch(told.value.mast_wall_mm == null ? brought.value! : { mast_diameter_mm: brought.value!.mast_diameter_mm })
const unmeasured = computed(() => told.value.mast_diameter_mm == null)
/** A pole in brackets or clamps of its own: they line up by it. */
const seated = computed(() => holds.value === 'brackets' || holds.value === 'clamps')
const wall = computed(() => ['plate', 'brackets'].includes(holds.value) && (kind.value?.reach_m ?? 0) > 0)
</script>

<template>
  <said-anew
    v-if="OF_MAST.has(leaf)"
    station="mount"
    code="mount.mast_of"
    label="It is so with this mount too"
    @said="store.patch({ mast_mount_code: '' })"
  />
  <said-anew
    v-if="OF_SPOT.has(leaf)"
    station="mount"
    code="mount.spot_of"
    label="It is so at this spot too"
    @said="store.patch({ spot_letter: '', spot_latitude_deg: null, spot_longitude_deg: null })"
  />
  <drawing-view v-if="WITH_ELEVATION.has(leaf)" name="mount" />
  <leaf-part leaf="kind" title="Kind of mount" :note="kind?.name ?? 'not chosen'">
    <kind-chooser /><drawing-view name="mount" />
  </leaf-part>
  <leaf-part leaf="mast" title="Mast" note="as it was measured">
    <p v-if="brought" class="brought">
      <span>
        This mount brings a tube of <b>{{ show(brought.mast_diameter_mm, 'mm') }}</b>{{
          brought.mast_wall_mm ? `, wall ${show(brought.mast_wall_mm, 'mm')}` : ''
        }}.
      </span>
      <n-button v-if="unmeasured && !store.locked" size="small" @click="take">
        Reckon with it until it is measured
      </n-button>
    </p>
    <div class="fields">
      <fact at="mount.mast_diameter_mm" :hint="span" />
      <fact at="mount.mast_other_diameter_mm" />
      <fact at="mount.mast_wall_mm" />
      <fact at="mount.mast_coating" chips />
      <fact at="mount.mast_straight_mm" />
      <fact at="mount.mast_free_length_m" />
      <fact at="mount.height_above_ground_m" />
      <fact v-if="wall" at="mount.reach_m" />
      <fact v-if="seated" at="mount.bracket_spacing_m" />
      <fact v-if="holds === 'brackets'" at="mount.tube_below_m" />
      <fact v-if="kind?.joint_m" at="mount.clamp_height_m" />
    </div>
    <seats-part v-if="seated" />
    <plan-here name="side" />
    <p v-if="!terminal" class="quiet">Choose a terminal at Brief: its clamp window, mass and area are judged here.</p>
  </leaf-part>
  <leaf-part leaf="wind" title="Wind of this place">
    <said-anew
      station="mount"
      code="mount.site_of"
      label="It is so at this place too"
      @said="store.patch({ site_latitude_deg: null, site_longitude_deg: null })"
    />
    <drawing-view name="wind-angles" />
    <p v-if="blown?.lift_n" class="quiet">
      A flat panel is also pushed up or down: {{ show(blown.lift_n, 'n') }} in the design gust.
    </p>
    <div class="fields">
      <fact at="mount.design_gust_mps" />
      <fact at="mount.working_gust_mps" />
      <fact at="mount.gust_source" />
      <fact at="mount.site_exposure" chips />
      <fact at="mount.landform" chips />
      <template v-if="told.landform">
        <fact at="mount.hill_height_m" />
        <fact at="mount.hill_half_length_m" />
        <fact at="mount.from_crest_m" />
      </template>
      <fact at="mount.ice_mm" />
    </div>
    <h2>The maker’s table <span class="quiet note">prevails over what is reckoned</span></h2>
    <div class="fields">
      <fact at="mount.maker_gust_mps" />
      <fact at="mount.maker_axial_n" />
      <fact at="mount.maker_side_n" />
      <fact at="mount.operate_mps" />
      <fact at="mount.survive_mps" />
    </div>
  </leaf-part>
  <leaf-part v-if="holds === 'plate' || holds === 'brackets'" leaf="hold" title="What holds it">
    <hold-part />
  </leaf-part>
  <leaf-part v-if="holds === 'concrete'" leaf="concrete" title="Pole in concrete"><concrete-part /></leaf-part>
  <leaf-part v-if="holds === 'ballast'" leaf="ballast" title="Held by weight">
    <p v-if="ballast" class="answer">
      <b>{{ ballast.wanted_count }} blocks</b>, {{ show(ballast.wanted_kg, 'kg') }}: against tipping
      {{ show(ballast.by_tipping_kg, 'kg') }}, sliding {{ show(ballast.by_sliding_kg, 'kg') }}, lifting
      {{ show(ballast.by_lifting_kg, 'kg') }}. On the roof:
      {{ formatQuantity(ballast.pressure_kpa, 'kpa', prefs.system) }}.
    </p>
    <div class="fields">
      <fact at="mount.underlay" chips />
      <fact at="mount.standing_fall_deg" />
      <fact at="mount.frame_width_m" />
      <fact at="mount.frame_length_m" />
      <fact at="mount.block_kg" />
      <fact at="mount.block_count" />
      <fact at="mount.deck_kpa" />
      <fact at="mount.roof_edge_m" />
    </div>
    <p class="caution">
      <b>Roof:</b> what it bears is for its owner and an engineer. Blocks crush fingers and backs: one at a time, two
      people.
    </p>
  </leaf-part>
  <leaf-part leaf="place" title="What the place asks" note="eave, snow, ice, old material">
    <div class="fields">
      <fact at="mount.old_material" chips />
      <fact at="mount.overhang_m" />
      <fact v-if="wall && told.overhang_m" at="mount.eave_over_m" />
      <fact at="mount.below_slide" chips />
      <fact at="mount.snow_m" />
      <fact at="mount.drifts" />
      <fact at="mount.rim_over_surface_m" />
    </div>
    <p class="caution">
      <b>Old sheets, slates and flues</b> may hold asbestos, and brittle sheet lets you through: stop and ask before
      anybody drills or steps on it.
    </p>
  </leaf-part>
  <leaf-part leaf="lift" title="The way up"><lift-part /></leaf-part>
  <leaf-part leaf="checks" title="Tried once it stands">
    <said-anew
      station="mount"
      code="mount.aged"
      label="Looked at again: as it was handed over"
      @said="store.patch({ mount_seen_again: true })"
    />
    <check-part />
  </leaf-part>
  <leaf-part v-if="kind" leaf="care" title="Turning, tightening, care"><care-part /></leaf-part>
  <p v-if="WITH_ELEVATION.has(leaf)" class="caution">
    <template v-if="store.aloft"
      ><b>Height:</b> a fall from the eave kills. Tie off, keep three points of contact, work from the ground where you
      can.
    </template>
    <b>No lifting</b> in wind, rain, ice or thunder. These figures are a planning aid: structure is for a competent
    person and the local code.
  </p>
</template>

<style scoped>
.note {
  font-weight: 400;
  font-size: 14px;
}
.answer {
  font-size: 17px;
}
.brought {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
  margin: 0 0 12px;
}
</style>
