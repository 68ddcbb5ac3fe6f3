import { expect, it } from 'vitest'
import { fact } from '@/frame/changeWords'

it.each([
  ['bringup.carrier_by', 'Carrier set by hand by'],
  ['bringup.modem_entries.carrier_mhz', 'Other entries of the modem, carrier mhz'],
  ['sky.skylines/4.1/points/5.2/elevation_deg', 'Skylines, Skyline points, Height'],
  ['brief.needs/calls', 'What the customer needs, calls'],
  ['sky.nobody_knows.this/4', 'nobody knows, this'],
])('tells what %s is by the words of the screens', (path, words) => {
  expect(fact(path)).toBe(words)
})
