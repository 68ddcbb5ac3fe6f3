/** Brings an entry into view and into focus, once it is there: its sheet may still be on the way. */
const PATIENCE_MS = 4000
// What explains a word is no entry.
const FOCUSABLE =
  'input:not([disabled]), select, textarea, button:not([disabled], .help, .word-link), [tabindex]:not([tabindex="-1"], .help, .word-link), a'

function find(path: string): HTMLElement | null {
  return document.querySelector<HTMLElement>(`[data-fact="${CSS.escape(path).replace('\\.', '.')}"]`)
}

/** Opens the list of the choice that is in focus, where nothing is chosen yet: the answer is one press more. */
export function openList(): void {
  const box = document.activeElement?.closest<HTMLElement>('.n-base-selection')
  if (box?.querySelector('.n-base-selection-placeholder')) box.click()
}

/** `path` as in `mount.mast_wall_mm`. Gives whether the entry was found. */
export async function leadTo(path: string, patienceMs = PATIENCE_MS): Promise<boolean> {
  const end = Date.now() + patienceMs
  for (;;) {
    const entry = find(path)
    if (entry) {
      entry.scrollIntoView({ block: 'center' })
      const field = entry.querySelector<HTMLElement>(FOCUSABLE)
      field?.focus({ preventScroll: true })
      return true
    }
    if (Date.now() > end) return false
    await new Promise((resolve) => setTimeout(resolve, 40))
  }
}
