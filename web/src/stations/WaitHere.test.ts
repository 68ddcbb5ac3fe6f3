import { flushPromises, mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, expect, it, vi } from 'vitest'
import { useJob } from '@/stores/job'
import WaitHere from '@/stations/WaitHere.vue'
import { goldenJob } from '@/testing/golden'

const minutesAgo = (minutes: number) => new Date(Date.now() - 60_000 * minutes).toISOString()

/** The wait of a software update in a job: fifteen minutes as a rule, too long after three quarters of an hour. */
function shown(begunMinutesAgo: number | null, told = false) {
  const job = goldenJob('2026-102')
  const wait = job.facts.picks.words!.waits!.find((one) => one.code === 'update')!
  const begun = begunMinutesAgo === null ? null : minutesAgo(begunMinutesAgo)
  const view = {
    wait,
    begun_by: '',
    started_at: begun,
    over_at: begun && minutesAgo(begunMinutesAgo! - 15),
    late_at: begun && minutesAgo(begunMinutesAgo! - 45),
    ended_at: null,
    let_pass: '',
    followed_by: '',
    holds: [],
    judged_elsewhere: false,
  }
  job.assessment.waits = { waits: begun ? [view] : [] }
  const store = useJob()
  store.job = job as typeof store.job
  const patch = vi.spyOn(store, 'patch').mockResolvedValue(true)
  return { wrapper: mount(WaitHere, { props: { code: 'update', told } }), patch }
}

beforeEach(() => setActivePinia(createPinia()))

it('is begun where it happens, and says how long it takes as a rule', async () => {
  const { wrapper, patch } = shown(null)
  expect(wrapper.text()).toContain('Software update 15 min as a rule')
  await wrapper.get('button').trigger('click')
  await flushPromises()
  const [rows] = patch.mock.calls[0]!
  expect(rows.waits).toHaveLength(1)
  expect(rows.waits![0]).toMatchObject({ code: 'update', ended_at: null })
  expect(Date.parse(rows.waits![0]!.started_at!)).toBeGreaterThan(Date.now() - 5_000)
})

it('counts down, says what to do meanwhile, and is over when somebody saw its sign', async () => {
  const { wrapper, patch } = shown(5)
  expect(wrapper.text()).toMatch(/(9:5\d|10:00) left/)
  expect(wrapper.text()).toContain('Tidy up; do not take the power away.')
  await wrapper.get('button').trigger('click')
  expect(patch.mock.calls[0]![0].waits![0]!.ended_at).toBeTruthy()
})

it('says what to do when it takes too long', () => {
  const { wrapper } = shown(50)
  expect(wrapper.get('[role=alert]').text()).toContain('start it again only when the page says so')
  expect(wrapper.text()).not.toContain('Tidy up')
})

it('is not begun by hand where an entry of its leaf begins it', () => {
  expect(shown(null, true).wrapper.find('section').exists()).toBe(false)
  expect(shown(5, true).wrapper.find('button').exists()).toBe(false)
})
