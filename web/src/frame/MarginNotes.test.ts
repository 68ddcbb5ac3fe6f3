import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import MarginNotes from '@/frame/MarginNotes.vue'
import type { Schemas } from '@/api/client'

const told = (level: string, message: string, code = 'brief.weather') =>
  ({ code, level, message, why: '', clears_by: '', source: '', at: '' }) as Schemas['Finding']

describe('the margin', () => {
  beforeEach(() => setActivePinia(createPinia()))

  it('shows two findings of one kind side by side, and neither twice after a change', async () => {
    const warned = vi.spyOn(console, 'warn').mockImplementation(() => undefined)
    const [first, second] = [told('unknown', 'Not known whole'), told('mind', 'Some of it is stopped')]
    const [crew, slot] = [told('mind', 'Crew', 'brief.crew'), told('mind', 'Slot', 'brief.visit_slot')]
    const page = mount(MarginNotes, {
      props: { findings: [crew, first, slot, second], station: 'brief', number: '2026-001' },
      global: { stubs: { RouterLink: true } },
    })
    await page.setProps({ findings: [second, slot, told('clear', 'Days', 'brief.days'), first, crew] })
    const said = page.findAll('h3').map((one) => one.text())
    expect(said).toEqual(['Some of it is stopped', 'Slot', 'Days', 'Not known whole', 'Crew'])
    expect(warned.mock.calls.flat().filter((one) => String(one).includes('Duplicate keys'))).toEqual([])
    warned.mockRestore()
  })
})
