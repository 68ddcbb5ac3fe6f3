import { flushPromises, mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { expect, it } from 'vitest'
import { cache } from '@/api/cache'
import ChangesOf from '@/frame/ChangesOf.vue'
import { type Job, useJob } from '@/stores/job'
import { spyOn } from '@/testing/server'

const change = (seq: number, path: string, before: unknown, after: unknown, more = {}) => ({
  seq,
  at: '2026-11-24T09:00:00Z',
  by: 'Zola Reedbank',
  device: 'terminal',
  words: 'Entries',
  undoes_seq: null,
  taken_back: false,
  ops: [{ path, at: '', label: 'Carrier', before, after }],
  ...more,
})

it('tells who changed the entries that are meant, from what to what, and nothing of others', async () => {
  setActivePinia(createPinia())
  cache.clear()
  useJob().job = { number: '2026-103', head: 3, assessment: {} } as unknown as Job
  const data = [
    change(3, 'bringup.modem_entries.carrier_mhz', '11700', '', { taken_back: true }),
    change(2, 'bringup.modem_entries.carrier_mhz', null, '11700'),
    change(1, 'bringup.wifi_name', null, 'Hill'),
  ]
  spyOn('GET').mockResolvedValue({ data, response: new Response(null, { status: 200 }) })
  const wrapper = mount(ChangesOf, { props: { of: ['bringup.modem_entries.carrier_mhz'], title: 'Changed' } })
  await flushPromises()
  const rows = wrapper.findAll('li').map((one) => one.text().replace(/\s+/g, ' '))
  expect(rows).toHaveLength(2)
  expect(rows[0]).toContain('11700 → nothing · Zola Reedbank')
  expect(rows[0]).toContain('taken back')
  expect(rows[1]).toMatch(/^Carrier: nothing → 11700 · /)
  expect(rows[1]).not.toContain('taken back')
})
