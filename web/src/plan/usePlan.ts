/** The site plan that is worked on: what is being moved, and what it comes to meanwhile. */
import { useDebounceFn } from '@vueuse/core'
import { computed, inject, type InjectionKey, onBeforeUnmount, provide, ref, shallowRef, watch } from 'vue'
import client, { ApiError, type Schemas, unwrap } from '@/api/client'
import { freeLetter } from '@/lib/letters'
import { type At, rounded, type Thing, wayTo } from '@/plan/plan'
import { rowId, useJob } from '@/stores/job'

type Position = Schemas['Candidate']
export type Spot = Schemas['PlanPosition']
const REST_MS = 400

export function usePlan() {
  const store = useJob()
  const draft = shallowRef<Thing[] | null>(null)
  /** What the next press on the sheet is for, where something asks for a spot. */
  const asked = shallowRef<((at: At) => void) | null>(null)
  const moved = shallowRef<{ letter: string; at: At } | null>(null)
  const height = ref<number | null>(null)
  const letter = ref(store.job?.facts.sky.position_letter ?? '')
  const bearing = ref<number | null>(null)
  /** Where the terminal looks: along its sight-line, or where a panel leans. */
  const ahead = computed(
    () =>
      store.job?.assessment.sky?.satellite.azimuth_deg ??
      store.job?.assessment.low_orbit?.boresight_azimuth_deg ??
      null,
  )
  /** The line that the site is cut along; none where there is nothing to look at yet. */
  const cut = computed(() => bearing.value ?? ahead.value)
  const looked = shallowRef<Schemas['PlanLookOut'] | null>(null)
  const things = computed<Thing[]>(() => draft.value ?? store.job?.facts.sky.things ?? [])
  const kept = computed<Position[]>(() => store.job?.facts.sky.positions ?? [])

  function positions(): Position[] {
    const spot = moved.value
    return spot
      ? kept.value.map((one) => (one.letter === spot.letter ? { ...one, place_text: '', ...wayTo(spot.at) } : one))
      : kept.value
  }
  /** Where the positions are, the one that is moved under the finger. */
  const spots = computed<Spot[]>(() =>
    (looked.value?.spots ?? []).map((one) =>
      moved.value?.letter === one.letter ? { ...one, east_m: moved.value.at.east, north_m: moved.value.at.north } : one,
    ),
  )

  let asking = false
  let again = false
  let gone = false
  /** One question at a time; what is moved meanwhile is asked for when the answer is there. */
  async function look(): Promise<void> {
    if (!store.job || gone) return
    if (asking) {
      again = true
      return
    }
    asking = true
    try {
      const body = {
        letter: letter.value,
        ...(draft.value ? { things: draft.value } : {}),
        ...(moved.value ? { positions: positions() } : {}),
        ...(height.value === null ? {} : { height_m: height.value }),
        ...(cut.value === null || (bearing.value === null && store.job.assessment.sky)
          ? {}
          : { bearing_deg: cut.value }),
      }
      const number = store.number
      const found = await unwrap(
        client.POST('/api/jobs/{number}/plan/look', {
          params: { path: { number } },
          body: body as Schemas['PlanLook'],
        }),
      )
      if (number === store.number) looked.value = found
    } catch (error) {
      if (!(error instanceof ApiError)) throw error // out of reach: whoever saves is told
    } finally {
      asking = false
      if (again) {
        again = false
        void look()
      }
    }
  }
  watch([draft, moved, height, letter, cut, () => store.job?.head, () => store.number], () => void look(), {
    immediate: true,
  })
  watch(
    () => store.job?.facts.sky.position_letter,
    (now) => (letter.value = now ?? ''),
  )

  /** While a hand holds something, what it does is one step, kept when it lets go. */
  let inHand = false
  let waits = false
  let running: Promise<void> | null = null
  /** One step after the other: what is taken out before the answer that it came is there is taken out of that. */
  async function keep(): Promise<void> {
    while (running) await running
    waits = inHand // what a hand took meanwhile is kept when it lets go, not half of it before
    if (waits) return
    running = keepNow().finally(() => (running = null))
    await running
  }
  /** What was moved is kept as one step, and shown as it was left until the answer is there. */
  async function keepNow(): Promise<void> {
    const [sent, spot, tall] = [draft.value, moved.value, height.value]
    if (sent) {
      await store.replaceList('things', sent)
      if (draft.value === sent) draft.value = null
    }
    if (spot) {
      await store.replaceList('positions', positions())
      if (moved.value === spot) moved.value = null
    }
    if (tall !== null) {
      const at = letter.value
      await (at
        ? store.replaceList(
            'positions',
            kept.value.map((one) => (one.letter === at ? { ...one, height_above_ground_m: tall } : one)),
          )
        : store.patch({ height_above_ground_m: tall }))
      if (height.value === tall) height.value = null
    }
  }
  function hold(now: boolean): void {
    inHand = now
    if (!now && waits) void keep()
  }
  const keepSoon = useDebounceFn(async () => {
    if (!inHand) await keep()
  }, REST_MS)
  // Where the job is left nothing waits for its turn: it is sent while its job is the open one.
  store.flushers.add(keepNow)
  onBeforeUnmount(() => {
    void keepNow()
    gone = true
    store.flushers.delete(keepNow)
  })

  const change = (id: string, to: (thing: Thing) => Thing | null) => {
    draft.value = things.value.map((one) => (one.id === id ? to(one) : one)).filter((one): one is Thing => one !== null)
  }
  /** A new thing with its corners. */
  function put(kind: string, usual: Record<string, number>, corners: At[]): string {
    const id = rowId()
    const told = corners.map((one) => {
      const at = rounded(one)
      return { id: rowId(), east_m: at.east, north_m: at.north, up_m: null }
    })
    const thing = { id, kind, name: '', corners: told, ...usual } as unknown as Thing
    draft.value = [...things.value, thing]
    void keep()
    return id
  }
  /** A new candidate of the next letter. */
  async function putPosition(at: At): Promise<void> {
    const name = freeLetter(kept.value.map((one) => one.letter))
    if (await store.replaceList('positions', [...kept.value, { id: rowId(), letter: name, ...wayTo(at) }]))
      letter.value = name
  }
  const remove = (id: string) => {
    change(id, () => null)
    void keep()
  }
  const plan = {
    things,
    spots,
    looked,
    letter,
    bearing,
    ahead,
    cut,
    height,
    moved,
    asked,
    draft,
    change,
    put,
    putPosition,
    remove,
    keep,
    keepSoon,
    hold,
  }
  provide(PLAN, plan)
  return plan
}
type Plan = ReturnType<typeof usePlan>
const PLAN: InjectionKey<Plan> = Symbol('plan')
/** The plan that the editor about this part works on. */
export const usePlanHere = (): Plan => inject(PLAN)!
