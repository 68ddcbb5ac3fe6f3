import { expect, test } from 'vitest'
import { defineComponent, h } from 'vue'
import HelperCard from '@/stations/peak/HelperCard.vue'
import { SPECTRUM, spectrumOf } from '@/stations/peak/spectrum'
import { goldenJob, openSheet } from '@/testing/golden'

const row = {
  name: 'Beacon',
  downlink_mhz: 12501,
  wave: 'horizontal',
  if_mhz: 1901,
  supply_v: 18,
  tone_on: true,
  mirrored: false,
  width_mhz: 1,
  bare: true,
  also_on: [],
  proof: true,
  cannot: '',
  looks: '',
  span_mhz: 100,
  beside: [{ name: 'Sedge', if_mhz: 1936, width_mhz: 40 }],
}
const ends = (points: string) => points.split(' ').map((one) => Number(one.split(',')[0]))

test('the carrier that is tuned to stands in the middle, its neighbour to scale beside it', () => {
  const drawn = spectrumOf(row)!
  const [beacon, sedge] = drawn.humps
  expect(beacon!.ours).toBe(true)
  expect((ends(beacon!.points)[0]! + ends(beacon!.points)[3]!) / 2).toBeCloseTo(SPECTRUM.width / 2, 1)
  expect(ends(sedge!.points)[0]).toBeCloseTo((SPECTRUM.width * (1916 - 1851)) / 100, 0)
  expect(ends(sedge!.points)[3]).toBeCloseTo((SPECTRUM.width * (1956 - 1851)) / 100, 0)
  expect(drawn.ticks.map((one) => one.mhz)).toEqual([1851, 1876, 1901, 1926, 1951])
})

test('what the aid does not show is not drawn', () => {
  expect(spectrumOf({ ...row, if_mhz: null })).toBeNull()
})

test('the analyser is told to the tenth', async () => {
  const tuned = { ...row, downlink_mhz: 11702.5, if_mhz: 11702.5 - 10600, width_mhz: 6 }
  const helper = { aid: 'Receiver', if_least_mhz: 950, if_most_mhz: 2150, rows: [tuned], tuned }
  const page = defineComponent({ setup: () => () => h(HelperCard, { helper, satellite: 'Hoopoe 1' }) })
  const wrapper = await openSheet(page, goldenJob('2026-104'))
  expect(wrapper.find('.big b').text()).toBe('1102.5 MHz')
  expect(wrapper.find('tbody tr').text()).toContain('11702.5 MHz horizontal')
})
