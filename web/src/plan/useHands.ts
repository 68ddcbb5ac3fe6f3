/** What hands and keys do on the sheet of the site plan: put down, take hold of, move, zoom. */
import { onBeforeUnmount, type Ref, ref, watch } from 'vue'
import { type At, cornerTo, type Kind, leastCorners, movedBy } from '@/plan/plan'
import { type Snap, snapped, type Thing, type View, withoutCorner, zoomedAbout } from '@/plan/plan'
import { type Spot, usePlanHere } from '@/plan/usePlan'
import { useJob } from '@/stores/job'

interface Sheet {
  host: Ref<SVGSVGElement | null>
  /** What is shown, and metres of a screen pixel. */
  shown: Ref<View>
  unit: Ref<number>
  /** What somebody zoomed to, and what is held while something is moved. */
  view: Ref<View | null>
  held: Ref<View | null>
  chosen: Ref<string>
  corner: Ref<number>
  putting: () => Kind | null
  put: (id: string) => void
  done: () => void
}

export function useHands({ host, shown, unit, view, held, chosen, corner, putting, put, done }: Sheet) {
  const plan = usePlanHere()
  const store = useJob()
  const path = ref<At[]>([])
  const pointer = ref<At | null>(null)
  const snap = ref<Snap>('')
  watch(putting, () => (path.value = []))
  function atOfEvent(event: MouseEvent): At {
    const rect = host.value!.getBoundingClientRect()
    return {
      east: shown.value.west + ((event.clientX - rect.left) / rect.width) * shown.value.width,
      north: shown.value.north - ((event.clientY - rect.top) / rect.height) * shown.value.height,
    }
  }
  function meant(event: MouseEvent, skip = ''): At {
    const found = snapped(atOfEvent(event), plan.things.value, 10 * unit.value, path.value, skip)
    snap.value = found.how
    return found.at
  }

  type Taken = {
    thing?: Thing
    corner?: number
    spot?: Spot
    from: At
    moved: boolean
    view: View
    x: number
    y: number
  }
  let taken: Taken | null = null
  const fingers = new Map<number, { x: number; y: number }>()
  let pinch: { apart: number; view: View; at: At } | null = null
  function take(event: PointerEvent, of: Partial<Taken> = {}): void {
    fingers.set(event.pointerId, { x: event.clientX, y: event.clientY })
    host.value?.setPointerCapture(event.pointerId)
    if (fingers.size === 2) {
      taken = null
      const [a, b] = [...fingers.values()]
      const middle = { clientX: (a!.x + b!.x) / 2, clientY: (a!.y + b!.y) / 2 } as MouseEvent
      pinch = { apart: Math.hypot(a!.x - b!.x, a!.y - b!.y), view: { ...shown.value }, at: atOfEvent(middle) }
      return
    }
    void plan.keep() // what keys have moved is a step of its own
    held.value = { ...shown.value }
    plan.hold(true)
    taken = {
      ...of,
      from: atOfEvent(event),
      moved: false,
      view: { ...shown.value },
      x: event.clientX,
      y: event.clientY,
    }
  }
  function down(event: PointerEvent): void {
    take(event)
  }
  function takeThing(event: PointerEvent, thing: Thing, index?: number): void {
    if (putting() || plan.asked.value) return down(event)
    chosen.value = thing.id ?? ''
    corner.value = index ?? -1
    take(event, store.locked ? {} : { thing, corner: index })
  }
  function takeSpot(event: PointerEvent, spot: Spot): void {
    if (putting() || plan.asked.value) return down(event)
    plan.letter.value = spot.letter
    take(event, store.locked || !spot.letter ? {} : { spot })
  }
  function move(event: PointerEvent): void {
    if (fingers.has(event.pointerId)) fingers.set(event.pointerId, { x: event.clientX, y: event.clientY })
    if (pinch && fingers.size === 2) {
      const [a, b] = [...fingers.values()]
      view.value = zoomedAbout(pinch.view, Math.hypot(a!.x - b!.x, a!.y - b!.y) / pinch.apart, pinch.at)
      return
    }
    if (putting()) pointer.value = meant(event)
    if (!taken) return
    if (!taken.moved && Math.hypot(event.clientX - taken.x, event.clientY - taken.y) < 4) return
    taken.moved = true
    const { thing, spot, corner: index } = taken
    if (spot) plan.moved.value = { letter: spot.letter, at: meant(event) }
    else if (thing?.id && index !== undefined) {
      const to = meant(event, thing.id)
      plan.change(thing.id, () => cornerTo(thing, index, to))
    } else if (thing?.id) {
      const now = atOfEvent(event)
      plan.change(thing.id, () => movedBy(thing, now.east - taken!.from.east, now.north - taken!.from.north))
    } else {
      view.value = {
        ...taken.view,
        west: taken.view.west - (event.clientX - taken.x) * unit.value,
        north: taken.view.north + (event.clientY - taken.y) * unit.value,
      }
    }
  }
  function up(event: PointerEvent): void {
    fingers.delete(event.pointerId)
    plan.hold(false)
    if (pinch) {
      if (fingers.size < 2) pinch = null
      taken = null
      return
    }
    const was = taken
    taken = null
    snap.value = ''
    if (was?.moved && (was.thing || was.spot)) void plan.keep()
    else if (was && !was.moved && plan.asked.value) {
      plan.asked.value(atOfEvent(event))
      plan.asked.value = null
    } else if (was && !was.moved && putting()) add(meant(event))
    else if (was && !was.moved && !was.thing && !was.spot) chosen.value = ''
  }
  function letGo(): void {
    fingers.clear()
    taken = pinch = null
    plan.draft.value = null
    plan.moved.value = null
    plan.hold(false)
  }
  function add(at: At): void {
    const kind = putting()
    if (!kind) return
    const start = path.value[0]
    if (
      start &&
      path.value.length >= leastCorners(kind) &&
      Math.hypot(at.east - start.east, at.north - start.north) < 12 * unit.value
    )
      return finish()
    path.value = [...path.value, at]
    if (kind.shape === 'point') finish()
  }
  /** Ends what is being put down; with too few corners nothing is. */
  function finish(): void {
    const kind = putting()
    const start = path.value[0]
    if (kind && start && path.value.length >= leastCorners(kind)) {
      if (kind.role === 'position') void plan.putPosition(start)
      else put(plan.put(kind.code, kind.usual, path.value))
    }
    path.value = []
    done()
  }
  function back(): boolean {
    if (!path.value.length) return false
    path.value = path.value.slice(0, -1)
    return true
  }
  store.inHand.add(back)
  onBeforeUnmount(() => store.inHand.delete(back))

  const middle = (): At => ({
    east: shown.value.west + shown.value.width / 2,
    north: shown.value.north - shown.value.height / 2,
  })
  const zoom = (factor: number, at: At = middle()) => (view.value = zoomedAbout(shown.value, factor, at))
  function wheel(event: WheelEvent): void {
    if (!event.ctrlKey && !event.shiftKey) return // a plain wheel scrolls the page
    event.preventDefault()
    zoom((event.deltaY || event.deltaX) < 0 ? 1.25 : 0.8, atOfEvent(event))
  }
  function pan(east: number, north: number): void {
    const now = shown.value
    view.value = { ...now, west: now.west + east * now.width, north: now.north + north * now.height }
  }
  const ARROWS: Record<string, [number, number]> = {
    ArrowLeft: [-1, 0],
    ArrowRight: [1, 0],
    ArrowUp: [0, 1],
    ArrowDown: [0, -1],
  }
  function keyOnSheet(event: KeyboardEvent): void {
    const arrow = ARROWS[event.key]
    const acts: Record<string, () => void> = {
      '+': () => zoom(1.4),
      '=': () => zoom(1.4),
      '-': () => zoom(1 / 1.4),
      Home: () => (view.value = null),
      Enter: () => (putting() && pointer.value && !path.value.length ? add(middle()) : finish()),
      ' ': () => putting() && add(middle()),
      Escape: () => {
        path.value = []
        done()
      },
    }
    const act = arrow ? () => pan(arrow[0] * 0.1, arrow[1] * 0.1) : acts[event.key]
    if (!act || (event.key === 'Escape' && !putting())) return
    event.preventDefault()
    event.stopPropagation()
    act()
  }
  /** Arrows move by a tenth of a metre, with Shift by a metre; presses that follow each other are one step. */
  function keyOnThing(event: KeyboardEvent, thing: Thing, index?: number): void {
    const arrow = ARROWS[event.key]
    if (store.locked || !thing.id) return
    const now = plan.things.value.find((one) => one.id === thing.id) ?? thing
    if (arrow) {
      const step = event.shiftKey ? 1 : 0.1
      held.value ??= { ...shown.value }
      const [east, north] = [arrow[0] * step, arrow[1] * step]
      const at = index === undefined ? null : now.corners[index]!
      plan.change(thing.id, () =>
        at ? cornerTo(now, index!, { east: at.east_m + east, north: at.north_m + north }) : movedBy(now, east, north),
      )
      void plan.keepSoon()
    } else if (event.key === 'Delete' || event.key === 'Backspace') {
      if (index === undefined) {
        plan.remove(thing.id)
        chosen.value = ''
        host.value?.focus()
      } else {
        const left = withoutCorner(now, index)
        if (left) plan.change(thing.id, () => left)
        void plan.keep()
      }
    } else if (event.key === 'Enter') chosen.value = thing.id
    else return
    event.preventDefault()
    event.stopPropagation()
  }
  function keyOnSpot(event: KeyboardEvent, spot: Spot): void {
    const arrow = ARROWS[event.key]
    if (event.key === 'Enter') plan.letter.value = spot.letter
    else if (arrow && spot.letter && !store.locked) {
      const step = event.shiftKey ? 1 : 0.1
      const at = { east: spot.east_m + arrow[0] * step, north: spot.north_m + arrow[1] * step }
      held.value ??= { ...shown.value }
      plan.moved.value = { letter: spot.letter, at }
      void plan.keepSoon()
    } else return
    event.preventDefault()
    event.stopPropagation()
  }

  return {
    path,
    pointer,
    snap,
    down,
    takeThing,
    takeSpot,
    move,
    up,
    letGo,
    wheel,
    zoom,
    finish,
    keyOnSheet,
    keyOnThing,
    keyOnSpot,
  }
}
