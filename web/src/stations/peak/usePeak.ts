/** What the parts of Peak share: the job, the axis in hand, its pass, the live level of a terminal that can be reached. */
import { useIntervalFn } from '@vueuse/core'
import { computed, onMounted, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { JOINT_STATES } from '@/stations/build/rows'
import { rowId, useJob } from '@/stores/job'

export type Axis = 'elevation' | 'azimuth'
/** What a turn of the screw does to the beam. */
export const WAYS: Record<Axis, string> = {
  elevation: 'Turned up the beam rises, turned down it sinks.',
  azimuth: 'Turned up the beam swings clockwise, seen from above, turned down anticlockwise.',
}
/** How often the level is asked for while a part of Peak is open. */
const LIVE_MS = 250

const chosen = ref<Record<string, Axis>>({})
const shownPass = ref<Record<string, number>>({})
const busy = ref('')
const asking = ref(false)

export function usePeak() {
  const store = useJob()
  const job = computed(() => store.job!)
  const told = computed(() => job.value.facts.peak)
  const pointing = computed(() => job.value.assessment.pointing ?? null)
  const axis = computed<Axis>({
    get: () => chosen.value[job.value.number] ?? pointing.value?.next_axis ?? 'azimuth',
    set: (now) => (chosen.value = { ...chosen.value, [job.value.number]: now }),
  })
  /** The joints of the head with how the register at Build has them. */
  const joints = computed(() => {
    const register = job.value.assessment.joints?.joints ?? []
    return (pointing.value?.joints ?? []).map((one) => {
      const known = register.find((other) => other.code === one.key)
      const state = JOINT_STATES.find((word) => word.value === known?.state)?.label ?? 'not told'
      return { ...one, state }
    })
  })
  const readings = computed(() => told.value.readings ?? [])
  const lastPass = (of: Axis) =>
    Math.max(1, ...readings.value.filter((one) => one.axis === of).map((one) => one.pass_number ?? 1))
  const key = (of: Axis) => `${job.value.number}.${of}`
  const pass = computed<number>({
    get: () => shownPass.value[key(axis.value)] ?? lastPass(axis.value),
    set: (now) => (shownPass.value = { ...shownPass.value, [key(axis.value)]: now }),
  })
  const view = computed(
    () =>
      (axis.value === 'elevation' ? job.value.assessment.elevation_peak : job.value.assessment.azimuth_peak) ?? null,
  )
  const fit = computed(() => view.value?.fit ?? null)
  const reach = computed(() => job.value.assessment.predicted_level_db != null)
  /** A terminal can be asked; and, `usable`, it tells a level: it has power, is through its start and knows its carrier. */
  const there = computed(() => reach.value && !store.locked && !store.deviceTrouble)
  const usable = computed(() => there.value && !store.telemetry?.no_level_why)
  /** Why there is nothing to read; empty where there is. */
  const quiet = computed(() => {
    const why = store.telemetry?.no_level_why ?? ''
    return why && job.value.facts.bringup.powered_at
      ? 'Its states were entered by hand, and the stand-in is off: type what you read.'
      : why
  })
  /** Where the screw stands, as it was last told or read. */
  const count = computed(
    () =>
      (store.telemetry ? store.telemetry[`${axis.value}_turns`] : undefined) ??
      readings.value.filter((one) => one.axis === axis.value).at(-1)?.turns ??
      0,
  )

  async function during(name: string, ask: () => Promise<boolean>): Promise<boolean> {
    busy.value = name
    const done = await ask()
    busy.value = ''
    return done
  }
  const turnAndRead = (by: number) =>
    during(`turn${by}`, () => store.read({ axis: axis.value, turns: by, pass_number: pass.value }))
  /** A mark by ear where the screw stands. */
  const markHere = (mark: 'fell' | 'back' | 'best', turning: 'up' | 'down', turns = count.value) => {
    if (view.value?.proved && pass.value === lastPass(axis.value) && mark !== 'best') pass.value += 1
    return store.addReading({
      id: rowId(),
      axis: axis.value,
      pass_number: pass.value,
      turns,
      level_db: null,
      turning,
      mark,
      stage: '',
    } as Schemas['AxisReading'])
  }

  return {
    store,
    job,
    told,
    pointing,
    joints,
    axis,
    readings,
    lastPass,
    pass,
    view,
    fit,
    reach,
    there,
    usable,
    quiet,
    count,
    busy,
    during,
    turnAndRead,
    markHere,
  }
}

/** Asks for the level again and again while the part that calls it is shown, one question at a time. */
export function useLive(): void {
  const { store, reach, busy } = usePeak()
  const ask = async () => {
    if (asking.value || busy.value || !reach.value || store.locked || document.hidden) return
    asking.value = true
    try {
      await store.live()
    } finally {
      asking.value = false
    }
  }
  onMounted(() => {
    if (reach.value && !store.locked) void store.poll()
  })
  useIntervalFn(() => void ask(), LIVE_MS)
}
