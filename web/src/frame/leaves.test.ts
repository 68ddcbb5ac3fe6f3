import { afterEach, describe, expect, it, vi } from 'vitest'
import { type Component, defineComponent, h } from 'vue'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { LEAVES, placeOf, useShelf } from '@/frame/leaves'
import { type Station, STATIONS } from '@/router'
import { GOLDEN, goldenJob, openSheet } from '@/testing/golden'
import { ofToday } from '@/testing/today'
import AimSheet from '@/stations/aim/AimSheet.vue'
import BringUpSheet from '@/stations/bringup/BringUpSheet.vue'
import BuildSheet from '@/stations/build/BuildSheet.vue'
import BriefSheet from '@/stations/brief/BriefSheet.vue'
import CableSheet from '@/stations/cable/CableSheet.vue'
import MountSheet from '@/stations/mount/MountSheet.vue'
import HandOverSheet from '@/stations/handover/HandOverSheet.vue'
import PeakSheet from '@/stations/peak/PeakSheet.vue'
import SkySheet from '@/stations/sky/SkySheet.vue'

const SHEETS: Partial<Record<Station, Component>> = {
  brief: BriefSheet,
  aim: AimSheet,
  sky: SkySheet,
  mount: MountSheet,
  cable: CableSheet,
  build: BuildSheet,
  peak: PeakSheet,
  bringup: BringUpSheet,
  handover: HandOverSheet,
}
afterEach(() => vi.restoreAllMocks())

/** A mount that asks all that its leaf can ask. */
function mountedAs(job: ReturnType<typeof goldenJob>, leaf: string): void {
  const holds = leaf === 'concrete' || leaf === 'ballast' ? leaf : leaf === 'checks' ? 'given' : 'brackets'
  const bare = { code: 'k', name: 'K', needs: '', caution: '', holds, reach_m: 0.1, joint_m: 1, holes: [], checks: [] }
  job.assessment.mount_kind = { ...bare, side_asked: 'Side', checks: [{ code: 'play', name: 'Play' }] } as never
  job.facts.mount = { ...job.facts.mount, base: 'softwood', landform: 'hill', overhang_m: 0.4 }
}

/** The entries that a leaf shows of a job, and whether the station has that leaf then. */
async function shown(station: Station, leaf: string, name: string): Promise<{ facts: Set<string>; there: boolean }> {
  vi.spyOn(console, 'warn').mockImplementation(() => undefined)
  let there = false
  const page = defineComponent({
    setup() {
      const { current } = useShelf(
        () => station,
        () => leaf,
      )
      return () => {
        there = current.value === leaf
        return h(SHEETS[station]!)
      }
    },
  })
  const job = goldenJob(name)
  job.facts.brief.permanence = leaf === 'travel' ? 'portable' : 'trial'
  job.facts.brief.follows = leaf === 'repair' ? '2026-101' : ''
  job.facts.brief.needs = ['cameras']
  job.facts.brief.hazards = ['edge']
  if (station === 'mount') mountedAs(job, leaf)
  if (job.facts.picks.terminal) {
    job.facts.picks.terminal.variants = [{ code: 'motor', question: 'A motor?' }] as never
    if (job.facts.picks.terminal.panel) job.facts.picks.terminal.injector_lights = [{ rhythm: 'off' }] as never
  }
  if (station === 'bringup')
    Object.assign(job.facts.bringup, {
      line_plan: 'weights',
      update_seen: 'offered',
      update_choice: leaf === 'update' && name === 'half-way' ? 'later' : 'now',
      updated_at: '2026-11-24T10:00:00Z',
      settled_at: '2026-11-24T10:20:00Z',
      carrier_by: 'N. M.',
      laptop_system: 'linux',
      settings: [{ id: 'a', name: 'Site id', value: 'HW-1', secret: false, entered: false }],
      powered_at: '2026-11-24T09:00:00Z',
    })
  const wrapper = await openSheet(page, job)
  const facts = new Set(wrapper.findAll('[data-fact]').map((one) => (one.element as HTMLElement).dataset.fact ?? ''))
  wrapper.unmount()
  return { facts, there }
}

const KINDS = ['half-way', '2026-103', 'panel-by-hand', 'linear-north']
const EVERY = STATIONS.flatMap((station) => LEAVES[station].map((one) => [station, one.code, one] as const))

describe('leaves', () => {
  it.each(ofToday(EVERY, 6))(
    '%s/%s holds the entries that lead to it, of a dish or of a panel',
    async (station, code, leaf) => {
      const optional = [
        'brief.lineup_at',
        'brief.lineup_person',
        'brief.lineup_booked',
        'handover.waivers',
        'peak.retest_db',
        'peak.preset_skew_deg',
        'peak.aid_off',
        'peak.aid_carrier', // while an aid is used
        'peak.panel_moved_at',
        'peak.covers',
        'peak.transmit_off',
        'brief.travel_checks',
        // Each of another base than timber.
        'mount.base_strength_mpa',
        'mount.sheet_mm',
        'mount.sheet_profile',
        'cable.conduit_steps', // of a conduit
        'mount.pulled_n',
        'mount.edge_height_m', // of a roof
        'build.left_over_note',
        // Kept with the states, shown by them.
        'bringup.powered_at',
        'bringup.device_now_s',
      ]
      const missing = new Set(leaf.facts.filter((fact) => !optional.includes(fact)))
      let seen = false
      for (const name of KINDS) {
        const { facts, there } = await shown(station, code, name)
        seen ||= there
        if (there) for (const fact of facts) missing.delete(fact)
        if (seen && !missing.size) break // mostly the first job has them all
      }
      expect(seen).toBe(true)
      expect([...missing]).toEqual([])
    },
  )

  it('lead from every finding of the golden jobs to a station, and from most to an entry', () => {
    const page = readFileSync(join(process.cwd(), '../docs/findings.md'), 'utf8')
    const ways = [...page.matchAll(/^\|[^|]*\|[^|]*\|[^|]*\| `([^`]+)` \|/gm)].map((one) => one[1]!)
    expect(ways.length).toBeGreaterThan(70)
    for (const at of ways) expect(placeOf(at, 'brief'), at).not.toBeNull()
    expect(GOLDEN.length).toBeGreaterThan(10)
  })

  it('look first where the finding stands: the runs before the work are entered at Brief, those after at Hand over', () => {
    expect(placeOf('handover.runs', 'brief')).toEqual({ station: 'brief', leaf: 'customer' })
    expect(placeOf('handover.runs', 'handover')).toEqual({ station: 'handover', leaf: 'service' })
    expect(placeOf('brief.satellite_code', 'aim')).toEqual({ station: 'brief', leaf: 'job' })
    expect(placeOf('mount.mast_wall_mm', 'brief')).toEqual({ station: 'mount', leaf: 'mast' })
    expect(placeOf('', 'brief')).toBeNull()
  })
})
