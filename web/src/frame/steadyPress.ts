/**
 * A press counts for what it began on. An entry that is left by the press is kept at once, and what is then said of it may
 * move the page: the button is no longer under a mouse that has not moved, and the browser gives the click to neither.
 */
const PRESSED =
  'button, a[href], input, label, summary, [role="button"], [role="checkbox"], [role="radio"], [role="tab"]'
const STILL_PX = 6 // a hand that moves further meant to drag, or to let it be

export function keepPresses(page: Document): void {
  let began: { on: HTMLElement; x: number; y: number } | null = null
  page.addEventListener(
    'pointerdown',
    (event) => {
      const on = event.target instanceof Element ? event.target.closest<HTMLElement>(PRESSED) : null
      // A thing that is drawn is dragged, and has no click of its own.
      began = on instanceof HTMLElement && event.button === 0 ? { on, x: event.clientX, y: event.clientY } : null
    },
    true,
  )
  page.addEventListener(
    'pointerup',
    (event) => {
      const press = began
      began = null
      if (!press?.on.isConnected || press.on.contains(event.target as Node)) return
      if (Math.hypot(event.clientX - press.x, event.clientY - press.y) <= STILL_PX) press.on.click()
    },
    true,
  )
}
