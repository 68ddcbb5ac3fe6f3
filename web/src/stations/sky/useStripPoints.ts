/** The points of the skyline in use as hands move them: they stand where the finger left them, and are saved behind. */
import { useDebounceFn } from '@vueuse/core'
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import type { Schemas } from '@/api/client'
import { rowId, useJob } from '@/stores/job'

export type Point = Schemas['SkylinePoint']
export type Direction = Pick<Point, 'azimuth_deg' | 'elevation_deg'>
const tenth = (value: number) => Math.round(value * 10) / 10
/** What somebody has moved is no longer computed: terrain that is taken anew leaves it. */
const BY_HAND = { computed: false }
const PAUSE_MS = 400 // presses that follow each other are one change, and one step of the way back

export function useStripPoints() {
  const store = useJob()
  /** What is not saved yet. */
  const draft = ref<Point[] | null>(null)
  const points = computed<Point[]>(() => draft.value ?? store.skyline?.points ?? [])
  const chosenId = ref('')
  const chosen = computed(() => points.value.find((one) => one.id === chosenId.value) ?? null)
  /** What a point that is set next is, and how far. */
  const next = ref<Pick<Point, 'kind' | 'distance_m'>>({ kind: 'terrain', distance_m: null })
  watch(
    () => store.skyline?.id,
    (_, was) => {
      if (!was) return
      draft.value = null // another skyline is in use
      moved.clear()
    },
  )

  let latest = 0
  /** Shown at once; sent as a change of what is there then: points may have come meanwhile, from lines or a photo. */
  async function save(edit: (all: Point[]) => Point[]): Promise<void> {
    const mine = ++latest
    draft.value = edit(points.value)
    await store.editPoints(edit)
    if (mine === latest && !moving.value) draft.value = null
  }
  const withNews = (id: string, news: Partial<Point>) => (all: Point[]) =>
    all.map((one) => (one.id === id ? { ...one, ...news, ...BY_HAND } : one))
  /** Where points were moved to that are not sent yet. */
  const moved = new Map<string, Partial<Point>>()
  /** While a finger or a key moves a point nothing is sent. */
  const moving = ref(false)
  function show(id: string, news: Partial<Point>): void {
    draft.value = withNews(id, news)(points.value)
    moved.set(id, { ...moved.get(id), ...news })
    moving.value = true
  }
  async function settle(): Promise<void> {
    if (!moving.value) return
    moving.value = false
    const steps = [...moved].map(([id, news]) => withNews(id, news))
    moved.clear()
    if (draft.value) await save((all) => steps.reduce((found, step) => step(found), all))
  }
  const settleSoon = useDebounceFn(() => {
    if (!held) void settle()
  }, PAUSE_MS)
  let held = false
  /** A finger holds a point until it is let go. */
  function hold(on: boolean): void {
    held = on
    if (!on) void settle()
  }
  function change(id: string, news: Partial<Point>): void {
    if (news.kind) next.value = { ...next.value, kind: news.kind }
    void save(withNews(id, news))
  }
  function add(at: Direction): void {
    const id = rowId()
    chosenId.value = id
    const point = { id, ...at, ...next.value, leafless_share: 1, computed: false }
    void save((all) => [...all, point])
  }
  function drop(id: string): void {
    if (chosenId.value === id) chosenId.value = ''
    void save((all) => all.filter((one) => one.id !== id))
  }
  /** What a key does to a point; whether it did anything. */
  function key(event: KeyboardEvent, id: string): boolean {
    const point = points.value.find((one) => one.id === id)
    if (!point || store.locked) return false
    const step = event.shiftKey ? 5 : 0.5
    const moves: Record<string, Direction> = {
      ArrowLeft: { ...point, azimuth_deg: (tenth(point.azimuth_deg - step) + 360) % 360 },
      ArrowRight: { ...point, azimuth_deg: tenth(point.azimuth_deg + step) % 360 },
      ArrowUp: { ...point, elevation_deg: Math.min(90, tenth(point.elevation_deg + step)) },
      ArrowDown: { ...point, elevation_deg: Math.max(-20, tenth(point.elevation_deg - step)) },
    }
    if (event.key === 'Delete' || event.key === 'Backspace') drop(id)
    else if (event.key === 'Escape') chosenId.value = ''
    else if (moves[event.key]) {
      const { azimuth_deg, elevation_deg } = moves[event.key]!
      show(id, { azimuth_deg, elevation_deg })
      void settleSoon()
    } else return false
    return true
  }
  store.flushers.add(settle)
  onBeforeUnmount(() => {
    void settle()
    store.flushers.delete(settle)
  })
  return { points, draft, moving, chosenId, chosen, next, show, hold, change, add, drop, key }
}
