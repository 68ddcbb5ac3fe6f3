/** A skyline traced with a telephone: what it tells, the strokes that are led, what they come to, and how it is kept. */
import { StorageSerializers, useSessionStorage } from '@vueuse/core'
import { computed, onBeforeUnmount, ref, shallowRef, watch } from 'vue'
import client, { ApiError, calculate, type CalcResult, type Schemas, unwrap } from '@/api/client'
import { anglesOf, sighted, type Sample, useHandset, useHandsetZero } from '@/lib/handset'
import { withTraced } from '@/stations/sky/traceRows'
import { type SkylineSet, useJob } from '@/stores/job'

type Stroke = Schemas['TraceStroke']
export type Size = Record<'width_px' | 'height_px', number>
/** What a telephone's camera shows across, roughly; the lines are for the eye. */
export const ACROSS_DEG = 62
const WIDE: Size = { width_px: 960, height_px: 720 }
const LAST_S = 0.8
/** Lines that were led and are in no skyline yet, with what they were led by, over a reload. */
interface Kept {
  strokes: Stroke[]
  turn_deg: number
  by_landmark: boolean
  north_known: boolean
  eye_m: number | null
  place: string
}

export function useTrace(declination: () => number) {
  const store = useJob()
  const job = computed(() => store.job!)
  const kind = ref<Stroke['kind']>('terrain')
  const distance_m = ref<number | null>(null)
  /** The camera over the ground; empty: where the terminal will be. */
  const eye_m = ref<number | null>(null)
  const strokes = shallowRef<Stroke[]>([])
  /** The stroke that is being led; null between two. */
  const leading = shallowRef<Stroke | null>(null)
  const found = shallowRef<{ result: CalcResult<'sky_trace'>; findings: Schemas['Finding'][] } | null>(null)
  const view = shallowRef<CalcResult<'view'> | null>(null)
  const held = shallowRef<CalcResult<'handset'> | null>(null)
  const size = ref<Size>({ ...WIDE })
  const trouble = ref('')
  const put = ref(false)
  const turn_deg = ref(0)
  const by_landmark = ref(false)
  /** Of what the strokes are, also once the device is put away: of a made-up horizon, and from a known north. */
  const practice = ref(false)
  const north_known = ref(false)
  const scene = shallowRef<number[][]>([])
  const { zero } = useHandsetZero()

  const aim = computed(() => job.value.assessment.aim ?? null)
  const target = computed(() =>
    aim.value
      ? {
          name: job.value.facts.picks.satellite?.name ?? 'Satellite',
          azimuth_deg: aim.value.azimuth_true_deg % 360,
          elevation_deg: aim.value.elevation_apparent_deg,
        }
      : null,
  )
  const matter = computed(() => job.value.assessment.sky_more?.matter ?? [])
  const errors = () => ({
    absolute: north_known.value,
    declination_deg: practice.value ? 0 : declination(),
    turn_deg: turn_deg.value,
    by_landmark: by_landmark.value,
    zero_deg: practice.value ? 0 : zero(),
    rules: job.value.facts.picks.rules,
  })

  const { latitude_deg, longitude_deg } = job.value.facts.brief
  const place = `${latitude_deg} ${longitude_deg}`
  const kept = useSessionStorage<Kept | null>(`trace-${store.number}`, null, { serializer: StorageSerializers.object })
  if (kept.value?.place === place && !store.locked) {
    strokes.value = kept.value.strokes
    turn_deg.value = kept.value.turn_deg
    by_landmark.value = kept.value.by_landmark
    north_known.value = kept.value.north_known
    eye_m.value = kept.value.eye_m
    void tried(() => reckon())
  }
  /** Lines that were led in earnest and stand in no skyline yet. */
  const unkept = computed(() => strokes.value.length > 0 && !practice.value && !put.value)
  watch(
    [strokes, turn_deg, by_landmark, eye_m, put],
    () => {
      kept.value = unkept.value
        ? {
            strokes: strokes.value,
            turn_deg: turn_deg.value,
            by_landmark: by_landmark.value,
            north_known: north_known.value,
            eye_m: eye_m.value,
            place,
          }
        : null
    },
    { flush: 'sync' }, // also for the line that ends because the page is left
  )

  let recent: Sample[] = []
  const handset = useHandset((sample) => {
    north_known.value = handset.absolute.value
    recent = [...recent.filter((one) => one.at_s > sample.at_s - LAST_S && one.at_s <= sample.at_s), sample]
    if (leading.value) leading.value.samples.push(sample)
    void look()
  })
  async function tried(ask: () => Promise<void>): Promise<void> {
    try {
      await ask()
      trouble.value = ''
    } catch (error) {
      if (!(error instanceof ApiError)) throw error
      trouble.value = error.message
    }
  }
  /** One question at a time; what is held, and what is seen over it. */
  let busy = false
  let turns = 0
  async function look(): Promise<void> {
    const sample = handset.latest.value
    if (busy || !sample) return
    busy = true
    await tried(async () => {
      const shown = {
        ...size.value,
        view_deg: ACROSS_DEG,
        device: { ...anglesOf(sample), screen_deg: handset.screen_deg(), declination_deg: errors().declination_deg },
        turn_deg: ((turn_deg.value + 540) % 360) - 180,
        targets: target.value ? [target.value] : [],
        clearance_deg: target.value ? (job.value.facts.picks.rules?.clearance_deg ?? 0) : 0,
        skyline: (found.value?.result.points ?? []).map((one) => [one.azimuth_deg, one.elevation_deg]),
        scene: scene.value,
      }
      const [seen, still] = await Promise.all([
        calculate('view', shown),
        calculate('handset', { samples: recent, along: 'camera', ...errors() }),
      ])
      if (handset.state.value === 'live') {
        view.value = seen.result
        held.value = still.result
      }
      if (leading.value && turns++ % 4 === 0) await reckon()
    })
    busy = false
  }
  /** What the strokes come to; beside the points of the skyline into which they go, where they go into one. */
  async function reckon(into?: SkylineSet['points']): Promise<void> {
    const all = leading.value ? [...strokes.value, leading.value] : strokes.value
    const { bearing_error_deg, height_error_deg } = store.skyline ?? {}
    const beside = { beside_bearing_error_deg: bearing_error_deg, beside_height_error_deg: height_error_deg }
    found.value = await calculate('sky_trace', { strokes: all, into, matter: matter.value, ...beside, ...errors() })
  }
  /** A landmark turns what was led over already with it. */
  watch([turn_deg, by_landmark], () => strokes.value.length && void tried(() => reckon()))

  function clear(): void {
    strokes.value = []
    leading.value = found.value = view.value = held.value = null
    scene.value = []
    turn_deg.value = 0
    by_landmark.value = put.value = practice.value = north_known.value = false
    trouble.value = ''
    size.value = { ...WIDE }
  }
  /** Begins, or goes on: what was led over from a known north stays. */
  async function begin(): Promise<void> {
    if (practice.value || !north_known.value) clear()
    await handset.start()
  }
  const practise = () =>
    tried(async () => {
      const path = { params: { path: { number: store.number } } }
      const told = await unwrap(client.GET('/api/jobs/{number}/sky/practice', path))
      if (!practice.value) clear()
      practice.value = true
      scene.value = told.azimuth_deg.map((at, index) => [at, told.elevation_deg[index]!])
      pose(target.value?.azimuth_deg ?? 0, 5)
      handset.simulate(sighted(posed.value.bearing, posed.value.height))
    })
  function stop(): void {
    if (leading.value) toggle()
    handset.stop()
    view.value = held.value = null
  }
  onBeforeUnmount(stop)

  function toggle(): void {
    if (leading.value) {
      strokes.value = leading.value.samples.length ? [...strokes.value, leading.value] : strokes.value
      leading.value = null
      void tried(() => reckon())
    } else {
      leading.value = { kind: kind.value, distance_m: distance_m.value, leafless_share: 1, samples: [] }
      put.value = false
    }
  }
  function takeBack(): void {
    strokes.value = strokes.value.slice(0, -1)
    void tried(() => reckon())
  }
  /** A line of another kind begins where the first ends. */
  watch([kind, distance_m], () => {
    if (!leading.value) return
    toggle()
    toggle()
  })

  /** Where the simulated one looks. */
  const posed = ref({ bearing: 0, height: 5 })
  function pose(bearing: number, height: number): void {
    posed.value = { bearing: (bearing + 720) % 360, height: Math.max(-15, Math.min(85, height)) }
    handset.pose(sighted(posed.value.bearing, posed.value.height))
  }
  /** What stands under the cross is at that bearing, true. */
  const setBy = (bearing_deg: number) =>
    tried(async () => {
      const landmark_true_deg = (bearing_deg + 360) % 360
      const asked = { samples: recent, along: 'camera', ...errors(), landmark_true_deg }
      turn_deg.value = (await calculate('handset', asked)).result.turn_deg ?? 0
      by_landmark.value = true
    })

  async function keep(own: boolean): Promise<void> {
    if (!found.value) return
    const apart = own || practice.value
    await tried(() => reckon(apart ? undefined : (store.skyline?.points ?? [])))
    if (trouble.value) return
    const traced = { ...found.value.result, simulated: practice.value }
    const read = { letter: job.value.facts.sky.position_letter ?? '', read_height_m: eye_m.value }
    let at = 0
    const done = await store.editSkylines((sets, index) => {
      const all = withTraced(sets as SkylineSet[], apart ? null : index, traced, read)
      at = own ? all.length - 1 : index
      return all
    })
    if (!done) return
    if (own) await store.patch({ sky_set: at })
    put.value = true
  }
  return {
    store,
    job,
    kind,
    distance_m,
    eye_m,
    strokes,
    leading,
    found,
    view,
    held,
    size,
    trouble,
    put,
    turn_deg,
    practice,
    north_known,
    unkept,
    target,
    matter,
    handset,
    begin,
    practise,
    stop,
    toggle,
    takeBack,
    posed,
    pose,
    setBy,
    keep,
  }
}
