import { flushPromises, mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'
import EntryField from '@/fields/EntryField.vue'

const props = { field: 'mast_diameter_mm' as const, label: 'Mast', value: 60.3 as number | null, unit: 'mm' }

function field(saves = true) {
  const store = useJob()
  const patch = vi.spyOn(store, 'patch').mockImplementation(async (fields) => {
    if (!saves) store.faults[Object.keys(fields)[0]!] = 'is not a number'
    return saves
  })
  const wrapper = mount(EntryField, { props, global: { plugins: [] } })
  return { store, patch, wrapper, input: wrapper.get('input') }
}

describe('an entry field', () => {
  beforeEach(() => {
    sessionStorage.clear()
    localStorage.clear()
    vi.useFakeTimers()
    setActivePinia(createPinia())
  })

  it('saves what was typed after a pause, once, with the value before for undo', async () => {
    const { patch, input } = field()
    await input.setValue('7')
    await input.setValue('76.1')
    expect(patch).not.toHaveBeenCalled()
    await vi.advanceTimersByTimeAsync(500)
    expect(patch).toHaveBeenCalledExactlyOnceWith({ mast_diameter_mm: 76.1 })
  })

  it('does not send the same twice while the first is on its way', async () => {
    const { patch, input } = field()
    let answer: (saved: boolean) => void = () => undefined
    patch.mockImplementation(
      () =>
        new Promise((resolve) => {
          answer = resolve
        }),
    )
    await input.setValue('76.1')
    await input.trigger('blur')
    await vi.advanceTimersByTimeAsync(600)
    expect(patch).toHaveBeenCalledOnce()
    await input.setValue('88.9') // changed meanwhile: this one goes out too
    await input.setValue('89.1') // and of what is typed meanwhile the last alone
    await vi.advanceTimersByTimeAsync(600)
    expect(patch).toHaveBeenCalledOnce()
    answer(true)
    await vi.advanceTimersByTimeAsync(600)
    expect(patch).toHaveBeenCalledTimes(2)
    expect(patch).toHaveBeenLastCalledWith({ mast_diameter_mm: 89.1 })
    answer(true)
  })

  it('keeps what was typed when the units are changed before it is sent, over a reload too', async () => {
    const { patch, input, wrapper } = field()
    patch.mockResolvedValue(false) // no way to the server, and nothing against it
    await input.setValue('76.2')
    await vi.advanceTimersByTimeAsync(100)
    usePrefs().system = 'imperial'
    await flushPromises()
    expect(input.element.value).toBe('3')
    await input.trigger('blur')
    await flushPromises()
    expect(patch).toHaveBeenLastCalledWith({ mast_diameter_mm: 76.2 })
    wrapper.unmount()
    const again = field()
    await flushPromises()
    expect(again.input.element.value).toBe('3')
    expect(again.patch).toHaveBeenLastCalledWith({ mast_diameter_mm: 76.2 })
  })

  it('keeps a bearing that was typed by compass when the north is changed under it', async () => {
    const { patch } = field()
    const bearing = { field: 'mast_diameter_mm' as const, label: 'Leans towards', value: null, unit: 'deg', add: 25.6 }
    const wrapper = mount(EntryField, { props: bearing })
    const input = wrapper.get('input')
    patch.mockResolvedValue(false)
    await input.setValue('33')
    await wrapper.setProps({ add: 0 }) // from true north
    expect(input.element.value).toBe('7.4')
    await vi.advanceTimersByTimeAsync(100)
    expect(patch).toHaveBeenCalled()
    for (const [sent] of patch.mock.calls) expect(Object.values(sent)[0]).toBeCloseTo(7.4, 6)
  })

  it('shows what was saved in its usual form, when the answer comes after the field was left', async () => {
    const { patch, input, wrapper } = field()
    let answer: (saved: boolean) => void = () => undefined
    patch.mockImplementation(
      () =>
        new Promise((resolve) => {
          answer = resolve
        }),
    )
    await input.setValue('76.1 mm')
    await vi.advanceTimersByTimeAsync(100)
    await input.trigger('blur')
    await wrapper.setProps({ value: 76.1 })
    answer(true)
    await flushPromises()
    expect(input.element.value).toBe('76.1')
  })

  it('takes and shows a bearing as the compass reads it, folded past north, and keeps the true one', async () => {
    const { patch } = field()
    const of = { field: 'lean_towards_deg' as const, label: 'Leans towards', value: 350, unit: 'deg', add: 25.6 }
    const wrapper = mount(EntryField, { props: of })
    expect(wrapper.get('input').element.value).toBe('15.6')
    await wrapper.get('input').setValue('10')
    await vi.advanceTimersByTimeAsync(500)
    expect(patch.mock.calls[0]![0].lean_towards_deg).toBeCloseTo(344.4, 9)
  })

  it('saves nothing when it is only visited', async () => {
    const { patch, input } = field()
    await input.trigger('focus')
    await input.trigger('blur')
    await vi.advanceTimersByTimeAsync(600)
    expect(patch).not.toHaveBeenCalled()
  })

  it('keeps text that cannot be used beside the value that holds, over a reload too', async () => {
    const { input, wrapper } = field(false)
    await input.setValue('sixty')
    await vi.advanceTimersByTimeAsync(500)
    await flushPromises()
    expect(wrapper.find('[role=alert]').exists()).toBe(false) // half a figure is not blamed while it is typed
    await vi.advanceTimersByTimeAsync(300)
    expect(wrapper.get('[role=alert]').text()).toContain('is not a number')
    expect((input.element as HTMLInputElement).value).toBe('sixty')
    expect(wrapper.get('[role=alert]').text()).toContain('Still holds: 60.3 mm')
    wrapper.unmount()
    delete useJob().faults.mast_diameter_mm
    vi.clearAllMocks()
    const later = field(false)
    expect((later.input.element as HTMLInputElement).value).toBe('60.3') // what holds is what is shown
    expect(later.wrapper.text()).toContain('“sixty” was not taken: is not a number')
    expect(later.patch).not.toHaveBeenCalled() // and it is not sent again on each visit
    await later.wrapper.findAll('button')[0]!.trigger('click')
    expect((later.input.element as HTMLInputElement).value).toBe('sixty')
  })

  it('gives a refused figure back in its meaning when the units were changed since', async () => {
    const { input, wrapper } = field(false)
    await input.setValue('7620')
    await vi.advanceTimersByTimeAsync(900)
    await flushPromises()
    wrapper.unmount()
    delete useJob().faults.mast_diameter_mm
    usePrefs().system = 'imperial'
    const later = field(false)
    await later.wrapper.findAll('button')[0]!.trigger('click')
    expect((later.input.element as HTMLInputElement).value).toBe('300') // inches, not 7620 of them
  })

  it('lets a value that came another way stand in front of a refused text', async () => {
    const { input, wrapper, store } = field(false)
    await input.setValue('sixty')
    await vi.advanceTimersByTimeAsync(500)
    await flushPromises()
    await wrapper.setProps({ value: 76.1 })
    expect((input.element as HTMLInputElement).value).toBe('76.1')
    expect(store.faults.mast_diameter_mm).toBeUndefined()
    expect(wrapper.text()).not.toContain('sixty')
  })

  it('asks which of two readings is meant, and sends nothing before', async () => {
    const { patch, input, wrapper } = field()
    await input.setValue('2,385')
    await vi.advanceTimersByTimeAsync(500)
    expect(patch).not.toHaveBeenCalled()
    expect(wrapper.get('[role=alert]').text()).toContain('can be read as 2385 or as 2.385')
    await wrapper
      .findAll('button')
      .find((one) => one.text() === '2385')!
      .trigger('click')
    await flushPromises()
    expect(patch.mock.calls[0]![0]).toEqual({ mast_diameter_mm: 2385 })
  })

  it('sends again after a reload what had not reached the server', async () => {
    const first = field()
    first.patch.mockResolvedValue(false) // no fault: the server was not there
    await first.input.setValue('88.9')
    await vi.advanceTimersByTimeAsync(500)
    await flushPromises()
    first.wrapper.unmount()
    const later = field()
    await flushPromises()
    expect(later.patch).toHaveBeenCalledWith({ mast_diameter_mm: 88.9 })
  })

  it('shows and reads inches when the units say so', async () => {
    const { patch, input } = field()
    usePrefs().system = 'imperial'
    await flushPromises()
    expect((input.element as HTMLInputElement).value).toBe('2.374')
    await input.setValue('3')
    await vi.advanceTimersByTimeAsync(500)
    expect(patch.mock.calls[0]![0].mast_diameter_mm).toBeCloseTo(76.2)
  })

  it('sends what was typed in the last moment when its page is left', async () => {
    const { patch, input, wrapper } = field()
    await input.setValue('88.9')
    wrapper.unmount()
    expect(patch).toHaveBeenCalledExactlyOnceWith({ mast_diameter_mm: 88.9 })
  })

  it('clears a number with null', async () => {
    const { patch, input } = field()
    await input.setValue('')
    await vi.advanceTimersByTimeAsync(500)
    expect(patch.mock.calls[0]![0]).toEqual({ mast_diameter_mm: null })
  })
})
