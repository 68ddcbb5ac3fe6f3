import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { useJob } from '@/stores/job'
import HeldInput from '@/fields/HeldInput.vue'

const shown = (wrapper: ReturnType<typeof mount>) => (wrapper.find('input').element as HTMLInputElement).value

async function type(wrapper: ReturnType<typeof mount>, text: string): Promise<void> {
  const input = wrapper.find('input')
  ;(input.element as HTMLInputElement).value = text
  await input.trigger('input')
}

describe('an input that sends when it is left', () => {
  beforeEach(() => setActivePinia(createPinia()))

  it('keeps what is being typed when an answer comes, and sends it when it is left', async () => {
    const wrapper = mount(HeldInput, { props: { value: 2, unit: 'm' } })
    await type(wrapper, '3,5')
    await wrapper.setProps({ value: 9 })
    expect(shown(wrapper)).toBe('3,5')
    await wrapper.find('input').trigger('change')
    expect(wrapper.emitted('number')).toEqual([[3.5]])
    await wrapper.setProps({ value: 3.5 })
    expect(shown(wrapper)).toBe('3.5')
    await wrapper.setProps({ value: 4 })
    expect(shown(wrapper)).toBe('4')
  })

  it('keeps a text that is no number, says why, and sends nothing', async () => {
    const wrapper = mount(HeldInput, { props: { value: 2, unit: 'm' } })
    await type(wrapper, 'knee high')
    await wrapper.find('input').trigger('change')
    expect(wrapper.emitted('number')).toBeUndefined()
    expect(wrapper.get('[role=alert]').text()).toContain('knee high')
    expect(shown(wrapper)).toBe('knee high')
  })

  it('takes an empty text as nothing, unless a number is needed', async () => {
    const free = mount(HeldInput, { props: { value: 2, unit: '' } })
    await type(free, '')
    await free.find('input').trigger('change')
    expect(free.emitted('number')).toEqual([[null]])
    const needed = mount(HeldInput, { props: { value: 2, unit: '', needed: true } })
    await type(needed, '')
    await needed.find('input').trigger('change')
    expect(needed.emitted('number')).toBeUndefined()
    expect(needed.get('[role=alert]').text()).toContain('is needed')
  })

  it('sends what was typed in the last moment when its page or its job is left', async () => {
    const onText = vi.fn()
    const wrapper = mount(HeldInput, { props: { value: 'North', onText } })
    await type(wrapper, 'North gable')
    for (const flush of useJob().flushers) flush()
    expect(onText.mock.calls).toEqual([['North gable']])
    await type(wrapper, 'South gable')
    wrapper.unmount()
    expect(onText.mock.calls).toEqual([['North gable'], ['South gable']])
    expect(useJob().flushers.size).toBe(0)
  })
})
