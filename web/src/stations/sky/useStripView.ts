/** What of the skyline strip is shown: zoomed to what is looked at, and turned round the whole circle. */
import { computed, onBeforeUnmount, type Ref, ref, watch } from 'vue'
import { carried, type Frame, kept, pointOf, ticks, type View, wholeOf, zoomed } from '@/lib/stripView'

interface Strip {
  frame: Readonly<Ref<Frame | null>>
  /** Screen pixels across the sky. */
  acrossPx: Readonly<Ref<number>>
  /** Whether the whole circle is shown where there is room for it. */
  wide: () => boolean
  centreDeg: () => number
  /** What is looked at: the point in hand, else the satellite. */
  sight: () => { azimuth_deg: number; elevation_deg: number } | null
  /** Whose strip it is: another leaf may be opened meanwhile, and the view is found as it was left. */
  job: () => string
  /** What the chosen north takes off a true bearing. */
  turnedDeg: () => number
}

const NOTHING: View = { x: 0, y: 0, width: 100, height: 50 }
const ROOMY_PX = 514 // where a whole circle can be read
const NAMES: Record<number, string> = { 0: 'N', 45: 'NE', 90: 'E', 135: 'SE', 180: 'S', 225: 'SW', 270: 'W', 315: 'NW' }
const round = (angle: number) => ((angle % 360) + 360) % 360

/** Views as they were left, by job. */
const LEFT = new Map<string, { view: View; frame: Frame }>()

export function useStripView({ frame, acrossPx, wide, centreDeg, sight, job, turnedDeg }: Strip) {
  const whole = computed(() => (frame.value ? wholeOf(frame.value) : NOTHING))
  const view = ref<View | null>(null)
  const start = computed<View>(() => {
    const all = whole.value
    if (!frame.value || (wide() && acrossPx.value >= ROOMY_PX)) return all
    const width = all.width / 2
    const middle = pointOf(frame.value, centreDeg(), 0).x
    return kept({ x: middle - width / 2, y: all.y, width, height: all.height }, all)
  })
  const shown = computed(() => view.value ?? start.value)
  /** Drawing units per screen pixel: marks and letters keep their size while the sky is zoomed. */
  const unit = computed(() => shown.value.width / Math.max(acrossPx.value, 200))
  watch(
    frame,
    (now) => {
      const left = LEFT.get(job())
      if (!now || !left || view.value) return
      view.value = carried(left.view, left.frame, now)
      LEFT.delete(job())
    },
    { immediate: true },
  )
  onBeforeUnmount(() => {
    if (view.value && frame.value) LEFT.set(job(), { view: view.value, frame: frame.value })
  })
  watch(frame, (now, was) => {
    const same = (name: keyof Frame) => now?.[name] === was?.[name]
    if (!now || !was || (same('left_azimuth_deg') && same('top_elevation_deg') && same('px_per_deg'))) return
    if (view.value) view.value = carried(view.value, was, now)
  })

  const put = (next: View) => (view.value = kept(next, whole.value))
  function zoomAt(factor: number, at: { x: number; y: number }, from = shown.value): void {
    view.value = zoomed(from, factor, at, whole.value)
  }
  /** Towards what is looked at where the view shows it, else towards its own middle. */
  function zoom(factor: number): void {
    const now = shown.value
    const looked = sight()
    const at = looked && frame.value ? pointOf(frame.value, looked.azimuth_deg, looked.elevation_deg, now) : null
    const inside =
      at !== null && at.x >= now.x && at.x <= now.x + now.width && at.y >= now.y && at.y <= now.y + now.height
    zoomAt(factor, inside ? at : { x: now.x + now.width / 2, y: now.y + now.height / 2 })
  }
  function slide(across: number, up = 0): void {
    const now = shown.value
    put({ ...now, x: now.x + across * now.width, y: now.y - up * now.height })
  }
  /** Brings a direction into view. */
  function reach(azimuth_deg: number, elevation_deg: number): void {
    if (!frame.value) return
    const now = shown.value
    const at = pointOf(frame.value, azimuth_deg, elevation_deg, now)
    const aside = at.x < now.x || at.x > now.x + now.width
    const off = at.y < now.y || at.y > now.y + now.height
    if (aside || off) put({ ...now, x: aside ? at.x - now.width / 2 : now.x, y: off ? at.y - now.height / 2 : now.y })
  }
  const KEYS: Record<string, () => void> = {
    '+': () => zoom(1.4),
    '=': () => zoom(1.4),
    '-': () => zoom(1 / 1.4),
    ArrowLeft: () => slide(-0.15),
    ArrowRight: () => slide(0.15),
    ArrowUp: () => slide(0, 0.15),
    ArrowDown: () => slide(0, -0.15),
    Home: () => (view.value = null),
  }
  function key(event: KeyboardEvent): void {
    const act = KEYS[event.key]
    if (!act || event.ctrlKey || event.metaKey || event.altKey) return
    event.preventDefault()
    act()
  }

  const bearings = computed(() => {
    const f = frame.value
    if (!f) return []
    const from = f.left_azimuth_deg + (shown.value.x - f.left_px) / f.px_per_deg - turnedDeg()
    const span = shown.value.width / f.px_per_deg
    return ticks(from, from + span, Math.min(9, shown.value.width / unit.value / 44)).map((one) => ({
      x: f.left_px + (one + turnedDeg() - f.left_azimuth_deg) * f.px_per_deg,
      text: NAMES[round(one)] ?? `${round(one)}°`,
    }))
  })
  const heights = computed(() => {
    const f = frame.value
    if (!f) return []
    const top = f.top_elevation_deg - (shown.value.y - f.top_px) / f.px_per_deg
    const low = Math.max(0, top - shown.value.height / f.px_per_deg)
    const high = top - (10 * unit.value) / f.px_per_deg
    return ticks(low, high, Math.min(9, shown.value.height / unit.value / 18)).map((one) => ({
      y: f.top_px + (f.top_elevation_deg - one) * f.px_per_deg,
      text: `${one}°`,
    }))
  })
  /** Where the sky is drawn again: what is shown goes on beyond the strip's end. */
  const again = computed(() => shown.value.x + shown.value.width > whole.value.x + whole.value.width + 1e-6)
  return { whole, view, shown, unit, again, bearings, heights, put, zoom, zoomAt, reach, key }
}
