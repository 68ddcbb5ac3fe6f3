import { flushPromises, mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { useJob } from '@/stores/job'
import RowGrid from '@/fields/RowGrid.vue'

const columns = [
  { key: 'azimuth_deg', label: 'Compass', unit: 'deg', add: 25.6079 },
  { key: 'elevation_deg', label: 'Height', unit: 'deg' },
]
const rows = [
  { azimuth_deg: 330.04, elevation_deg: 6 },
  { azimuth_deg: 350, elevation_deg: 9 },
]

function grid(over: Record<string, unknown> = {}) {
  const store = useJob()
  const put = vi.spyOn(store, 'replaceList').mockResolvedValue(true)
  const wrapper = mount(RowGrid, {
    props: { name: 'skyline', title: 'Skyline', columns, rows, blank: {}, addLabel: 'Add', ...over },
  })
  return { store, put, wrapper, inputs: () => wrapper.findAll('input') }
}

describe('a grid of rows', () => {
  beforeEach(() => {
    sessionStorage.clear()
    vi.useFakeTimers()
    setActivePinia(createPinia())
  })

  it('shows bearings as the compass reads them, folded past north', () => {
    expect(
      grid()
        .inputs()
        .map((one) => (one.element as HTMLInputElement).value),
    ).toEqual(['355.6', '6', '15.6', '9'])
  })

  it('keeps what was typed when the north is changed before it is sent', async () => {
    const { put, inputs, wrapper } = grid()
    await inputs()[0]!.setValue('33')
    await wrapper.setProps({ columns: [{ ...columns[0]!, add: 0 }, columns[1]!] })
    expect((inputs()[0]!.element as HTMLInputElement).value).toBe('7.4')
    expect((inputs()[2]!.element as HTMLInputElement).value).toBe('350')
    await vi.advanceTimersByTimeAsync(600)
    const sent = put.mock.lastCall![1] as { azimuth_deg: number }[]
    expect(sent[0]!.azimuth_deg).toBeCloseTo(7.4, 6)
    expect(sent[1]).toEqual(rows[1])
  })

  it('sends rows that were not touched as they came, not through their rounded text', async () => {
    const { put, inputs } = grid()
    await inputs()[3]!.setValue('11')
    await vi.advanceTimersByTimeAsync(600)
    const sent = put.mock.calls[0]![1] as { azimuth_deg: number; elevation_deg: number }[]
    expect(sent[0]).toEqual(rows[0])
    expect(sent[1]!.elevation_deg).toBe(11)
    expect(sent[1]!.azimuth_deg).toBeCloseTo(350, 1)
  })

  it('waits for the end of a word where words are typed, and no longer than until the row is left', async () => {
    const { put, wrapper } = grid({
      columns: [...columns, { key: 'note', label: 'Note', text: true }],
      rows: [{ ...rows[0], note: 'a gum' }],
    })
    const words = wrapper.find('textarea')
    await words.setValue('a gum tree')
    await vi.advanceTimersByTimeAsync(400)
    expect(put).not.toHaveBeenCalled()
    await words.trigger('focusout')
    await vi.advanceTimersByTimeAsync(20)
    expect(put.mock.calls[0]![1]).toEqual([{ ...rows[0], note: 'a gum tree' }])
  })

  it('keeps what a row holds beside the columns that are shown, but for what is left out on purpose', async () => {
    const { put, inputs } = grid({
      columns: [{ key: 'elevation_deg', label: 'Height', unit: 'deg' }],
      rows: [{ azimuth_deg: 10, elevation_deg: 6, where: 'computed' }],
      omit: ['where'],
    })
    await inputs()[0]!.setValue('7')
    await vi.advanceTimersByTimeAsync(600)
    expect(put.mock.calls[0]![1]).toEqual([{ azimuth_deg: 10, elevation_deg: 7 }])
  })

  it('never takes one row for another that looks the same', async () => {
    const { put, inputs } = grid({
      columns: [{ key: 'elevation_deg', label: 'Height', unit: 'deg' }],
      rows: [
        { azimuth_deg: 10, elevation_deg: 6 },
        { azimuth_deg: 200, elevation_deg: 6 },
        { azimuth_deg: 300, elevation_deg: 7 },
      ],
    })
    await inputs()[2]!.setValue('6')
    await vi.advanceTimersByTimeAsync(600)
    expect(put.mock.calls[0]![1]).toEqual([10, 200, 300].map((azimuth_deg) => ({ azimuth_deg, elevation_deg: 6 })))
  })

  it('keeps what is typed while an earlier save is still under way', async () => {
    let finish: (saved: boolean) => void = () => undefined
    const { store, wrapper, inputs } = grid()
    vi.spyOn(store, 'replaceList').mockImplementation(
      () =>
        new Promise((done) => {
          finish = done
        }),
    )
    await inputs()[1]!.setValue('7')
    await vi.advanceTimersByTimeAsync(600)
    await inputs()[1]!.setValue('7.5')
    finish(true)
    await flushPromises()
    await wrapper.setProps({ rows: [{ azimuth_deg: 330.04, elevation_deg: 7 }, rows[1]!] })
    expect((inputs()[1]!.element as HTMLInputElement).value).toBe('7.5')
  })

  it('does not send or blame a row that is still being filled in, but sends it once it is left', async () => {
    const { put, wrapper, inputs } = grid({ attachTo: undefined })
    document.body.appendChild(wrapper.element)
    await wrapper
      .findAll('button')
      .find((one) => one.text() === 'Add')!
      .trigger('click')
    const [bearing, height] = inputs().slice(-2)
    ;(bearing!.element as HTMLInputElement).focus()
    await bearing!.setValue('40')
    await vi.advanceTimersByTimeAsync(600)
    expect(put).not.toHaveBeenCalled()
    ;(height!.element as HTMLInputElement).focus()
    await height!.setValue('8')
    await vi.advanceTimersByTimeAsync(600)
    expect((put.mock.calls[0]![1] as unknown[]).length).toBe(3)
    await wrapper
      .findAll('button')
      .find((one) => one.text() === 'Add')!
      .trigger('click')
    await inputs().at(-2)!.setValue('60')
    ;(inputs()[0]!.element as HTMLInputElement).focus()
    await vi.advanceTimersByTimeAsync(600)
    expect((put.mock.calls[1]![1] as unknown[]).length).toBe(4) // left half filled: sent, so that the fault is told
    wrapper.element.remove()
  })

  it('lays a pasted column over its rows and sends them as one', async () => {
    const { put, wrapper, inputs } = grid()
    const clipboardData = { getData: () => '7\n8\n9\n10' }
    await inputs()[1]!.trigger('paste', { clipboardData })
    await vi.advanceTimersByTimeAsync(600)
    const sent = put.mock.calls[0]![1] as { elevation_deg: number }[]
    expect(sent.slice(0, 2).map((one) => one.elevation_deg)).toEqual([7, 8])
    expect(wrapper.findAll('tbody tr.entry-row').length).toBe(4)
    expect(put).toHaveBeenCalledOnce()
  })

  it('sends what was typed in the last moment when its page is left', async () => {
    const { put, wrapper, inputs } = grid()
    await inputs()[1]!.setValue('7')
    wrapper.unmount()
    expect((put.mock.calls[0]![1] as { elevation_deg: number }[])[0]!.elevation_deg).toBe(7)
    await vi.advanceTimersByTimeAsync(600)
    expect(put).toHaveBeenCalledOnce()
  })

  it('keeps a row that the server refused over a reload, and sends it again', async () => {
    const { store, wrapper, inputs } = grid({ name: 'attitudes' })
    vi.spyOn(store, 'replaceList').mockResolvedValue(false)
    await inputs()[3]!.setValue('95')
    await vi.advanceTimersByTimeAsync(600)
    wrapper.unmount()
    const again = grid({ name: 'attitudes' })
    expect((again.inputs()[3]!.element as HTMLInputElement).value).toBe('95')
    expect((again.put.mock.calls[0]![1] as { elevation_deg: number }[])[1]!.elevation_deg).toBe(95)
    await flushPromises()
    again.wrapper.unmount()
    expect((grid({ name: 'attitudes' }).inputs()[3]!.element as HTMLInputElement).value).toBe('9') // what was taken waits no longer
  })

  it('never takes what was typed for one skyline into another', async () => {
    const using = (sky_set: number) =>
      ({
        number: '1',
        head: 1,
        assessment: {},
        facts: { sky: { skylines: [{ id: 'a' }, { id: 'b' }], sky_set } },
      }) as never
    useJob().job = using(0)
    const { put, wrapper, inputs } = grid()
    await inputs()[3]!.setValue('11')
    useJob().job = using(1)
    await wrapper.setProps({ rows: [{ azimuth_deg: 90, elevation_deg: 3 }] })
    await vi.advanceTimersByTimeAsync(600)
    expect(inputs().map((one) => (one.element as HTMLInputElement).value)).toEqual(['115.6', '3'])
    expect(put).not.toHaveBeenCalled()
    wrapper.unmount()
    expect(put).not.toHaveBeenCalled()
  })

  it('keeps the row that is being typed while the first one makes the skyline', async () => {
    const sky = (skylines: unknown[], head: number) =>
      ({ number: '1', head, assessment: {}, facts: { sky: { skylines, sky_set: 0 } } }) as never
    useJob().job = sky([], 1)
    const { wrapper, inputs } = grid({ rows: [] })
    await wrapper.get('button').trigger('click')
    await inputs()[0]!.setValue('340')
    await inputs()[1]!.setValue('12')
    await vi.advanceTimersByTimeAsync(100) // on its way
    await wrapper
      .findAll('button')
      .find((one) => one.text() === 'Add')!
      .trigger('click')
    await inputs()[2]!.setValue('8')
    useJob().job = sky([{ id: 'a' }], 2)
    await wrapper.setProps({ rows: [{ azimuth_deg: 340, elevation_deg: 12 }] })
    await vi.advanceTimersByTimeAsync(600)
    expect(inputs()).toHaveLength(4)
    expect((inputs()[2]!.element as HTMLInputElement).value).toBe('8')
  })

  it('draws many rows only when they are asked for', async () => {
    const many = Array.from({ length: 70 }, (_, at) => ({ azimuth_deg: at, elevation_deg: 5 }))
    const { wrapper, inputs } = grid({ rows: many })
    expect(inputs().length).toBe(120)
    await wrapper
      .findAll('button')
      .find((one) => one.text() === 'Show all 70 rows')!
      .trigger('click')
    expect(inputs().length).toBe(140)
  })

  it('leaves blank rows out and keeps those of the other grid', async () => {
    const { put, wrapper } = grid({
      name: 'runs',
      columns: [{ key: 'down_mbps', label: 'Download' }],
      rows: [
        { when: 'before', down_mbps: 2 },
        { when: 'after', down_mbps: 40 },
      ],
      keep: (row: { when?: string }) => row.when === 'after',
      fixed: { when: 'after' },
    })
    const add = wrapper.findAll('button').find((one) => one.text() === 'Add')!
    await add.trigger('click')
    await wrapper.findAll('input')[1]!.setValue('50')
    await add.trigger('click') // a blank row at the end
    await vi.advanceTimersByTimeAsync(600)
    expect(put.mock.calls.at(-1)![1]).toEqual([
      { when: 'before', down_mbps: 2 },
      { when: 'after', down_mbps: 40 },
      { id: expect.any(String), when: 'after', down_mbps: 50 },
    ])
  })

  it('shows the fault of a row under that row, named by its column', async () => {
    const { store, wrapper } = grid()
    store.faults['skyline.1.elevation_deg'] = '95 is too large: 90 or less is accepted'
    await flushPromises()
    expect(wrapper.get('[role=alert]').text()).toBe('Height: 95 is too large: 90 or less is accepted')
  })
})
