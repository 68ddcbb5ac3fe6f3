import { flushPromises } from '@vue/test-utils'
import { describe, expect, it, vi } from 'vitest'
import { goldenJob, openSheet } from '@/testing/golden'
import EntriesPart from '@/stations/bringup/EntriesPart.vue'
import { useJob } from '@/stores/job'

describe('what the modem is told', () => {
  it('goes out once more where it is pressed while it goes out, and no further', async () => {
    const job = goldenJob('2026-101')
    job.signed_off_at = null
    const wrapper = await openSheet(EntriesPart, job)
    const store = useJob()
    const send = () => wrapper.findAll('button').find((one) => one.text() === 'Send to the modem')!
    expect(send().attributes('disabled')).toBeDefined() // nobody knows yet whether it has power
    store.telemetry = { powered: true } as never
    await flushPromises()
    vi.spyOn(store, 'arrived').mockResolvedValue(true)
    const ends: ((arrived: boolean) => void)[] = []
    const out = vi.spyOn(store, 'tell').mockImplementation(() => new Promise<boolean>((end) => ends.push(end)))
    const press = () => send().trigger('click')
    await press()
    await flushPromises()
    expect(wrapper.text()).toContain('Sending')
    await press()
    await press()
    expect(wrapper.text()).toContain('Sending; then once more')
    expect(out).toHaveBeenCalledTimes(1)
    ends[0]!(true)
    await flushPromises()
    expect(out).toHaveBeenCalledTimes(2)
    ends[1]!(true)
    await flushPromises()
    expect(out).toHaveBeenCalledTimes(2)
    expect(wrapper.text()).toContain('Sent at')
  })
})
