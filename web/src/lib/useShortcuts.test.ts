import { mount } from '@vue/test-utils'
import { describe, expect, it, vi } from 'vitest'
import { defineComponent, h } from 'vue'
import { useShortcuts } from '@/lib/useShortcuts'

function press(key: string, target: EventTarget = document.body, more: KeyboardEventInit = {}): boolean {
  return target.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...more }))
}

describe('shortcuts', () => {
  it('fire on a plain key, on Ctrl+Z, and never while typing or with another modifier', () => {
    const units = vi.fn()
    const undo = vi.fn()
    const redo = vi.fn()
    const host = mount(
      defineComponent({
        setup() {
          useShortcuts({ u: units, undo, redo })
          return () => h('input')
        },
      }),
      { attachTo: document.body },
    )
    const box = host.get('input').element
    press('u', box)
    press('z', box, { ctrlKey: true })
    press('u', document.body, { altKey: true })
    const select = document.createElement('div')
    select.className = 'n-base-selection'
    select.innerHTML = '<div tabindex="0"></div>'
    document.body.append(select)
    press('u', select.firstElementChild!) // a select of the library takes letters too
    expect([units.mock.calls.length, undo.mock.calls.length]).toEqual([0, 0])
    expect(press('u')).toBe(false) // the browser's own action is held back
    press('z', document.body, { ctrlKey: true })
    expect(redo).not.toHaveBeenCalled()
    press('Z', document.body, { ctrlKey: true, shiftKey: true })
    expect(redo).toHaveBeenCalledTimes(1)
    expect([units.mock.calls.length, undo.mock.calls.length]).toEqual([1, 1])
    host.unmount()
    press('u')
    expect(units).toHaveBeenCalledTimes(1)
  })
})
