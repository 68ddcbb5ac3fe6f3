/** Single-key shortcuts that never fire while typing. */
import { useEventListener } from '@vueuse/core'

export const SHORTCUTS: [string, string][] = [
  ['1 – 9', 'go to a station'],
  ['/', 'find a job'],
  ['?', 'this sheet'],
  ['u', 'metric or imperial'],
  ['m', 'magnetic or true bearings'],
  ['n', 'new reading or row'],
  ['.', 'next step done'],
  ['g', 'go on to what is asked next'],
  ['Ctrl+Enter', 'the same, also while typing'],
  ['p', 'pocket card'],
  ['Page down', 'goes on, where Hands free lets a remote do so'],
  [',  ;', 'turn to the leaf before, and after'],
  ['Esc', 'leave a field'],
  ['[  ]', 'previous and next job'],
  ['Ctrl+Z', 'take back what you changed last'],
  ['Ctrl+Shift+Z', 'bring it back'],
]

/** Where keys are letters: fields, and what the component library builds as boxes, lists and menus of its own. */
const TYPED_INTO =
  'input, textarea, select, [contenteditable]:not([contenteditable="false"]), [role="combobox"], [role="listbox"], ' +
  '[role="menu"], [role="dialog"], .n-base-selection, .n-base-select-menu'

function isTyping(target: EventTarget | null): boolean {
  return target instanceof Element && target.closest(TYPED_INTO) !== null
}

/** Calls the handler of a pressed key. Keys are as in KeyboardEvent.key; `undo` and `redo` stand for Ctrl+Z and Ctrl+Shift+Z. */
export function useShortcuts(handlers: Record<string, () => void>): void {
  useEventListener(document, 'keydown', (event: KeyboardEvent) => {
    if (isTyping(event.target)) return
    const key =
      (event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z'
        ? event.shiftKey
          ? 'redo'
          : 'undo'
        : event.key
    if (key !== 'undo' && key !== 'redo' && (event.ctrlKey || event.metaKey || event.altKey)) return
    const handler = handlers[key]
    if (handler) {
      event.preventDefault()
      handler()
    }
  })
}
