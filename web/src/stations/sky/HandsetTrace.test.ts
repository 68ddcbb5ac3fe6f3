import { flushPromises } from '@vue/test-utils'
import { beforeEach, describe, expect, it } from 'vitest'
import { defineComponent, h } from 'vue'
import HandsetTrace from '@/stations/sky/HandsetTrace.vue'
import { goldenJob, openSheet } from '@/testing/golden'

const stroke = { kind: 'terrain', distance_m: null, leafless_share: 1, samples: [{ at_s: 0 }] }
const points = [
  { azimuth_deg: 10, elevation_deg: 4 },
  { azimuth_deg: 40, elevation_deg: 6 },
]
const result = { points, traced: [], traced_percent: 8, matter_percent: 0, bearing_error_deg: 5, height_error_deg: 1 }
const led = { result, findings: [{ level: 'clear', message: 'Traced', clears_by: '' }] }
const page = defineComponent({ setup: () => () => h(HandsetTrace, { declination: 0 }) })

function keep(place: string): void {
  const kept = { strokes: [stroke], turn_deg: 3, by_landmark: true, north_known: true, eye_m: 2, place }
  sessionStorage.setItem('trace-2026-102', JSON.stringify(kept))
}

describe('lines that were led and are in no skyline', () => {
  beforeEach(() => sessionStorage.clear())

  it('are there again after the page was left, to be kept or gone on with', async () => {
    const job = goldenJob('2026-102')
    keep(`${job.facts.brief.latitude_deg} ${job.facts.brief.longitude_deg}`)
    const wrapper = await openSheet(page, job, led)
    await flushPromises()
    expect(wrapper.text()).toContain('2 points over 8 % of the circle')
    expect(wrapper.text()).toContain('Go on tracing')
    expect(wrapper.text()).not.toContain('Practise with')
  })

  it('are not taken for another place', async () => {
    keep('0 0')
    const wrapper = await openSheet(page, goldenJob('2026-102'))
    await flushPromises()
    expect(wrapper.text()).not.toContain('points over')
    expect(wrapper.text()).toContain('Practise with')
  })
})
