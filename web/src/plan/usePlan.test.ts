import { flushPromises, mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { defineComponent, h } from 'vue'
import { afterEach, expect, it, vi } from 'vitest'
import { usePlan } from '@/plan/usePlan'
import { type Job, useJob } from '@/stores/job'
import { spyOn } from '@/testing/server'

afterEach(() => {
  vi.restoreAllMocks()
})

/** A plan whose saves wait for `answer`, in their order. */
function opened() {
  setActivePinia(createPinia())
  const store = useJob()
  const withThings = (things: { id: string }[]) =>
    ({
      number: '2026-901',
      head: 1,
      assessment: {},
      facts: { sky: { things, positions: [], position_letter: '' } },
    }) as unknown as Job
  store.job = withThings([])
  spyOn('POST').mockResolvedValue({ data: null, response: new Response(null) }) // what the plan comes to meanwhile
  const things = () => (store.job!.facts.sky.things ?? []) as { id: string; name?: string }[]
  const answers: (() => void)[] = []
  /** As the server does it: what was not there when it was composed, and is not in it, was not taken out by it. */
  store.replaceList = ((_: string, entries: { id: string }[]) =>
    new Promise<boolean>((resolve) => {
      const base = things().map((one) => one.id)
      answers.push(() => {
        const now = things().filter((one) => !base.includes(one.id) || entries.some((each) => each.id === one.id))
        const changed = now.map((one) => entries.find((each) => each.id === one.id) ?? one)
        store.job = withThings([...changed, ...entries.filter((one) => !now.some((each) => each.id === one.id))])
        resolve(true)
      })
    })) as never
  let plan!: ReturnType<typeof usePlan>
  const host = mount(
    defineComponent({
      setup() {
        plan = usePlan()
        return () => h('div')
      },
    }),
  )
  return { plan, host, things, answers }
}

it('takes a thing out that was put in a moment before, though the answer is not there yet', async () => {
  const { plan, host, things, answers } = opened()
  plan.remove(plan.put('tree', {}, [{ east: 1, north: 2 }]))
  await flushPromises()
  for (let answer = answers.shift(); answer; answer = answers.shift()) {
    answer()
    await flushPromises()
  }
  expect(things()).toEqual([])
  host.unmount()
})

it('keeps what a hand moves as one step, also when something was on its way as it was taken', async () => {
  const { plan, host, things, answers } = opened()
  const id = plan.put('tree', {}, [{ east: 1, north: 2 }])
  await flushPromises()
  void plan.keep() // taken into the hand while the first save is on its way
  plan.hold(true)
  plan.change(id, (one) => ({ ...one, name: 'half way' }))
  answers.shift()!()
  await flushPromises()
  expect([answers.length, things().map((one) => one.name)]).toEqual([0, ['']])
  plan.change(id, (one) => ({ ...one, name: 'there' }))
  plan.hold(false)
  void plan.keep()
  await flushPromises()
  answers.shift()!()
  await flushPromises()
  expect([answers.length, things().map((one) => one.name)]).toEqual([0, ['there']])
  host.unmount()
})
