import { flushPromises, mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { cache } from '@/api/cache'
import CalcPanel from '@/fields/CalcPanel.vue'
import { usePrefs } from '@/stores/prefs'
import { spyOn } from '@/testing/server'

const finding = {
  level: 'hold',
  code: 'aim.end_stop',
  message: 'Too far',
  why: 'It ends.',
  clears_by: 'Go back.',
  unit: 'turns',
  source: '',
}
const fields = [{ key: 'wanted_deg', label: 'Wanted', unit: 'deg' }]

function panel(answer: unknown, status = 200) {
  const post = spyOn('POST').mockImplementation((async () => {
    const response = new Response(null, { status })
    return status === 200 ? { data: answer, response } : { error: answer, response }
  }) as never)
  const wrapper = mount(CalcPanel, {
    props: {
      name: 'calibrate',
      fields,
      fixed: { first_turns: 0 },
      wait: 'Read it first.',
      show: (result: Record<string, unknown>): [string, string][] => [['To go', String(result.to_go_turns)]],
    },
  })
  return { post, wrapper }
}
const type = async (wrapper: ReturnType<typeof panel>['wrapper'], text: string) => {
  await wrapper.get('input').setValue(text)
  await vi.advanceTimersByTimeAsync(350)
  await flushPromises()
}

describe('a calculator panel', () => {
  beforeEach(() => {
    vi.useFakeTimers()
    vi.restoreAllMocks()
    cache.clear()
    setActivePinia(createPinia())
  })

  it('asks nothing while a field is empty, and says what is wanted', async () => {
    const { post, wrapper } = panel({ result: {}, findings: [] })
    await vi.advanceTimersByTimeAsync(500)
    expect(post).not.toHaveBeenCalled()
    expect(wrapper.text()).toContain('Read it first.')
  })

  it('keeps what was typed in its meaning when the units are changed', async () => {
    const { post, wrapper } = panel({ result: {}, findings: [] })
    await wrapper.setProps({ fields: [{ key: 'wanted_deg', label: 'Wanted', unit: 'm' }] })
    await type(wrapper, '3.048')
    usePrefs().system = 'imperial'
    await vi.advanceTimersByTimeAsync(350)
    await flushPromises()
    expect(wrapper.get('input').element.value).toBe('10')
    const bodies = post.mock.calls.map(
      (call) => (call as unknown as [string, { body: { wanted_deg: number } }])[1].body,
    )
    expect(bodies.length).toBeGreaterThan(0)
    for (const body of bodies) expect(body.wanted_deg).toBeCloseTo(3.048, 6)
    usePrefs().system = 'metric'
  })

  it('lets an answer go that a newer question has overtaken', async () => {
    const answers: ((data: unknown) => void)[] = []
    const { wrapper } = panel({ result: { to_go_turns: 0 }, findings: [] })
    spyOn('POST').mockImplementation(
      (() =>
        new Promise((resolve) => {
          answers.push((data) => resolve({ data, response: new Response(null, { status: 200 }) }))
        })) as never,
    )
    await type(wrapper, '38')
    await type(wrapper, '39')
    answers[1]!({ result: { to_go_turns: 39 }, findings: [] })
    answers[0]!({ result: { to_go_turns: 38 }, findings: [] })
    await flushPromises()
    expect(wrapper.text()).toContain('39')
    expect(wrapper.text()).not.toContain('38')
  })

  it('sends the fixed and the typed fields and shows figures and findings', async () => {
    const { post, wrapper } = panel({ result: { to_go_turns: 2 }, findings: [finding] })
    await type(wrapper, '38,1')
    expect((post.mock.calls[0] as unknown[])[1]).toMatchObject({ body: { first_turns: 0, wanted_deg: 38.1 } })
    expect(wrapper.get('table').text()).toContain('To go 2')
    expect(wrapper.text()).toContain('Hold: Too far')
  })

  it('shows a fault at its field and keeps what was typed', async () => {
    const { wrapper } = panel({ error: { faults: [{ field: 'wanted_deg', message: 'is not a number' }] } }, 422)
    await type(wrapper, 'x')
    expect(wrapper.get('[role=alert]').text()).toBe('is not a number')
    expect((wrapper.get('input').element as HTMLInputElement).value).toBe('x')
    expect(wrapper.find('table').exists()).toBe(false)
  })
})
