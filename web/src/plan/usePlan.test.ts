import { flushPromises, mount } from '@vue/test-utils'
import { defineComponent, h, reactive } from 'vue'
import { expect, it, vi } from 'vitest'
import { usePlan } from '@/plan/usePlan'

const sent: { things: string[]; answer: () => void }[] = []
const store = reactive({
  number: '2026-901',
  flushers: new Set<() => unknown>(),
  job: {
    head: 1,
    assessment: {},
    facts: { sky: { things: [] as { id: string }[], positions: [], position_letter: '' } },
  },
  /** As the server does it: what was not there when it was composed, and is not in it, was not taken out by it. */
  replaceList: (_: string, entries: { id: string }[]) =>
    new Promise<boolean>((resolve) => {
      const base = store.job.facts.sky.things.map((one) => one.id)
      const answer = () => {
        const now = store.job.facts.sky.things.filter(
          (one) => !base.includes(one.id) || entries.some((each) => each.id === one.id),
        )
        store.job.facts.sky.things = [...now, ...entries.filter((one) => !now.some((each) => each.id === one.id))]
        resolve(true)
      }
      sent.push({ things: entries.map((one) => one.id), answer })
    }),
})
vi.mock('@/stores/job', () => ({ useJob: () => store, rowId: () => `r${Math.random()}` }))
vi.mock('@/api/client', () => ({
  default: { POST: () => Promise.resolve({}) },
  unwrap: () => Promise.resolve(null),
  ApiError: class extends Error {},
}))

it('takes a thing out that was put in a moment before, though the answer is not there yet', async () => {
  let plan!: ReturnType<typeof usePlan>
  const Host = defineComponent({
    setup() {
      plan = usePlan()
      return () => h('div')
    },
  })
  mount(Host)
  const id = plan.put('tree', {}, [{ east: 1, north: 2 }])
  plan.remove(id)
  await flushPromises()
  for (let one = sent.shift(); one; one = sent.shift()) {
    one.answer()
    await flushPromises()
  }
  expect(store.job.facts.sky.things).toEqual([])
})
