import { expect, it } from 'vitest'
import { defineComponent, h } from 'vue'
import PanelSky from '@/stations/sky/PanelSky.vue'
import { goldenJob, openSheet } from '@/testing/golden'

const page = defineComponent({ setup: () => () => h(PanelSky) })

it('tells what a half read sky means only as far as it was read', async () => {
  const job = goldenJob('2026-107')
  const scan = job.assessment.stations
    .find((one) => one.code === 'sky')!
    .findings.find((one) => one.code === 'sky.scan')!
  scan.level = 'mind'
  job.assessment.sky_more!.scanned_percent = 68.9
  const half = (await openSheet(page, job)).text()
  expect(half.replace(/\s+/g, ' ')).toContain('As far as the sky is read: 68.9 % of the bearings that matter.')
  scan.level = 'clear'
  expect((await openSheet(page, job)).text()).not.toContain('As far as')
})
