import { describe, expect, it } from 'vitest'
import { h, ref } from 'vue'
import { mount } from '@vue/test-utils'
import { fits, takersOf, useDrops } from '@/lib/drops'

const csv = new File(['a'], 'Sites.CSV', { type: 'text/csv' })

describe('a dropped file', () => {
  it('goes where its kind is taken', () => {
    expect(fits('.csv,.txt', 'Sites.CSV', '')).toBe(true)
    expect(fits('image/*', 'a.png', 'image/png')).toBe(true)
    expect(fits('image/*,application/pdf', 'a.csv', 'text/csv')).toBe(false)
    expect(fits('', 'whatever.bin', '')).toBe(true)
  })
  it('is offered to what is on the page alone, and not after that is gone', () => {
    const part = (label: string, accept: string) => ({
      setup() {
        useDrops(
          () => label,
          () => accept,
          null,
          () => undefined,
        )
        return () => h('p')
      },
    })
    const shown = [mount(part('Order', '.json,.csv')), mount(part('Photo', 'image/*')), mount(part('Keep', ''))]
    expect(takersOf(csv, null).map((one) => one.label())).toEqual(['Order', 'Keep'])
    shown[0]!.unmount()
    expect(takersOf(csv, null).map((one) => one.label())).toEqual(['Keep'])
    shown.forEach((one) => one.unmount())
  })
  it('goes to the one under the pointer where several would take it', () => {
    const place = ref<Element | null>(null)
    const part = {
      setup() {
        useDrops(
          () => 'There',
          () => '.csv',
          place,
          () => undefined,
        )
        useDrops(
          () => 'Anywhere',
          () => '',
          null,
          () => undefined,
        )
        return () => h('div', { ref: place }, [h('button')])
      },
    }
    const shown = mount(part, { attachTo: document.body })
    place.value!.getClientRects = () => [{}] as unknown as DOMRectList // nothing is laid out in this test
    expect(takersOf(csv, shown.get('button').element).map((one) => one.label())).toEqual(['There'])
    expect(takersOf(csv, document.body)).toHaveLength(2)
    shown.unmount()
  })
})
