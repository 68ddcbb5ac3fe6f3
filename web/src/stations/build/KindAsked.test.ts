import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { describe, expect, it, vi } from 'vitest'
import { goldenJob } from '@/testing/golden'
import KindAsked from '@/stations/build/KindAsked.vue'
import { useJob } from '@/stores/job'

describe('the kind of the terminal', () => {
  it('is answered with one touch, and taken back by the same', async () => {
    setActivePinia(createPinia())
    const store = useJob()
    const job = goldenJob('2026-102')
    job.facts.picks.terminal!.variants = [{ code: 'motor', question: 'A motor?', parts: [], note: '' }]
    job.facts.build.variants_told = [{ id: 'a', code: 'other', is_it: 'no' }]
    store.job = job
    const put = vi.spyOn(store, 'replaceList').mockResolvedValue(true)
    const wrapper = mount(KindAsked)
    const yes = () => wrapper.findAll('button')[0]!
    expect(yes().attributes('aria-pressed')).toBe('false')
    await yes().trigger('click')
    const [, rows] = put.mock.calls[0]!
    expect(rows).toMatchObject([{ code: 'other' }, { code: 'motor', is_it: 'yes' }])
    store.job = { ...job, facts: { ...job.facts, build: { ...job.facts.build, variants_told: rows as never } } }
    await wrapper.vm.$nextTick()
    expect(yes().attributes('aria-pressed')).toBe('true')
    await yes().trigger('click')
    expect(put.mock.calls[1]![1]).toMatchObject([{ code: 'other' }])
  })
})
