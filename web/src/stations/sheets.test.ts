import type { VueWrapper } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import type { Component } from 'vue'
import { goldenJob, openSheet } from '@/testing/golden'
import AimSheet from '@/stations/aim/AimSheet.vue'
import BriefSheet from '@/stations/brief/BriefSheet.vue'
import BringUpSheet from '@/stations/bringup/BringUpSheet.vue'
import BuildSheet from '@/stations/build/BuildSheet.vue'
import CableSheet from '@/stations/cable/CableSheet.vue'
import HandOverSheet from '@/stations/handover/HandOverSheet.vue'
import MountSheet from '@/stations/mount/MountSheet.vue'
import PeakSheet from '@/stations/peak/PeakSheet.vue'
import SkySheet from '@/stations/sky/SkySheet.vue'
import { spyOn } from '@/testing/server'
import { ofToday } from '@/testing/today'

const SHEETS: Record<string, Component> = {
  brief: BriefSheet,
  aim: AimSheet,
  sky: SkySheet,
  mount: MountSheet,
  cable: CableSheet,
  build: BuildSheet,
  peak: PeakSheet,
  bringup: BringUpSheet,
  handover: HandOverSheet,
}
/** The sheet's words, blanks as one reads them. */
const words = (wrapper: VueWrapper) => wrapper.text().replace(/\s+/g, ' ')
const button = (wrapper: VueWrapper, name: string) => wrapper.findAll('button').filter((one) => one.text() === name)

afterEach(() => vi.restoreAllMocks())

// A signed dish, an empty one, a panel, everything on hold, half of the work done: the others' sheets say nothing new.
const SHOWN = ['2026-101', '2026-104', '2026-106', 'every-hold', 'half-way']
const PAIRS = Object.keys(SHEETS).flatMap((name) => SHOWN.map((job) => [name, job] as const))

describe('a sheet', () => {
  it.each(ofToday(PAIRS, 6))('of %s says nothing that is no word and no figure for %s', async (name, job) => {
    const troubles = vi.spyOn(console, 'warn').mockImplementation(() => undefined)
    const wrapper = await openSheet(SHEETS[name]!, goldenJob(job))
    expect(wrapper.text()).not.toMatch(/undefined|NaN|\[object|null\b|Infinity/)
    expect(wrapper.text().length).toBeGreaterThan(40)
    expect(troubles.mock.calls.map((call) => String(call[0]))).toEqual([])
    wrapper.unmount()
  })
})

describe('Build', () => {
  it('shows every step in its order, and only one whose turn has come can be marked', async () => {
    const job = goldenJob('half-way')
    const steps = job.assessment.build!.steps
    const wrapper = await openSheet(BuildSheet, job)
    const places = steps.map((one) => words(wrapper).indexOf(one.step.title))
    expect(places).toEqual([...places].sort((a, b) => a - b))
    expect(Math.min(...places)).toBeGreaterThanOrEqual(0)
    // The step that can be done now is the one in large type, and the only one that can be marked.
    const ready = steps.find((one) => one.state === 'ready')!
    expect(wrapper.find('article h2').text()).toBe(ready.step.title)
    expect(button(wrapper, 'Mark done').map((one) => one.attributes('disabled'))).toEqual([undefined])
    const locked = steps.find((one) => one.state === 'locked')!
    await wrapper
      .findAll('ol li button')
      .find((one) => one.text().includes(locked.step.title))!
      .trigger('click')
    expect(wrapper.find('article h2').text()).toBe(locked.step.title)
    expect(button(wrapper, 'Mark done')[0]!.attributes('disabled')).toBeDefined()
    expect(words(wrapper)).toContain(`Waits for ${locked.waits_for[0]}`)
  })

  it('lets nobody mark a step whose marks were not seen', async () => {
    const job = goldenJob('half-way')
    const arm = job.assessment.build!.steps.find((one) => one.step.code === 'arm')!
    Object.assign(arm, { state: 'ready', waits_for: [], mark: null })
    const wrapper = await openSheet(BuildSheet, job)
    await wrapper
      .findAll('ol li button')
      .find((one) => one.text().includes(arm.step.title))!
      .trigger('click')
    expect(words(wrapper)).toContain('first see 1 above')
    expect(button(wrapper, 'Mark done')[0]!.attributes('disabled')).toBeDefined()
  })
})

describe('Build without a way to the server', () => {
  it('lets a step be marked that waits for nothing but a mark on its way', async () => {
    localStorage.clear()
    const job = goldenJob('2026-104')
    const steps = job.assessment.build!.steps
    const [first, behind] = steps
    Object.assign(first!, { state: 'ready', waits_for: [] })
    Object.assign(behind!, { waits_for: [`step “${first!.step.title}”`] })
    const wrapper = await openSheet(BuildSheet, job)
    spyOn('POST').mockImplementation((() => new Promise(() => undefined)) as never)
    expect(wrapper.find('article h2').text()).toBe(first!.step.title)
    await button(wrapper, 'Mark done')[0]!.trigger('click')
    expect(wrapper.find('article h2').text()).toBe(behind!.step.title)
    expect(button(wrapper, 'Mark done')[0]!.attributes('disabled')).toBeUndefined()
    localStorage.clear()
  })
})

describe('Peak', () => {
  it('leads back beyond the top and forward to it, in the fit’s own figures', async () => {
    const job = goldenJob('half-way')
    const fit = job.assessment.elevation_peak!.fit!
    const wrapper = await openSheet(PeakSheet, job)
    expect(words(wrapper)).toContain(
      `Turn down by ${fit.back_turns.toFixed(2)} turns, then up by ${fit.forward_turns.toFixed(2)} turns: arrive turning up.`,
    )
    expect(words(wrapper)).toContain(`here it costs ${fit.loss_now_db.toFixed(1)} dB`)
  })

  it('never calls a rise without a fall a top', async () => {
    const job = goldenJob('half-way')
    const view = job.assessment.elevation_peak!
    const peak = job.assessment.stations.find((one) => one.code === 'peak')!
    const told = { ...peak.findings[0]!, code: 'peak.elevation.one_side', clears_by: 'Go on until it falls.' }
    const rising = {
      ...job,
      assessment: {
        ...job.assessment,
        elevation_peak: { ...view, fit: { ...view.fit!, bracketed: false, at_top: true } },
        stations: job.assessment.stations.map((one) => (one === peak ? { ...one, findings: [told] } : one)),
      },
    }
    const wrapper = await openSheet(PeakSheet, rising)
    expect(words(wrapper)).toContain('Go on until it falls.')
    expect(words(wrapper)).not.toContain('You stand at the top')
  })

  it('names the limit that the firm set', async () => {
    const job = goldenJob('half-way')
    const wrapper = await openSheet(
      PeakSheet,
      goldenJob('half-way', { rules: { ...job.facts.picks.rules, hold_db: 0.4 } }),
    )
    expect(words(wrapper)).toContain('come back within 0.4 dB')
  })
})

describe('Bring-up', () => {
  it('lists the terminal’s own states in their order, with the times of those that were reached', async () => {
    const job = goldenJob('2026-101')
    const wrapper = await openSheet(BringUpSheet, job)
    const said = words(wrapper)
    const states = job.facts.picks.terminal!.bringup_states!
    const from = said.indexOf('The way online')
    const places = states.map((one) => said.indexOf(one.name, from))
    expect(Math.min(...places)).toBeGreaterThan(from)
    expect(places).toEqual([...places].sort((a, b) => a - b))
    for (const one of job.assessment.bringup!.rungs!)
      if (one.taken_s != null && one.taken_s > 0) expect(said).toContain(`${Math.round(one.taken_s)} s`)
  })

  it('asks for earth and the rest before the terminal is switched on', async () => {
    const job = goldenJob('linear-north')
    expect(job.assessment.evidence!.length).toBeGreaterThan(0)
    const wrapper = await openSheet(BringUpSheet, job)
    expect(words(wrapper)).toContain('It may not be switched on yet')
  })
})

describe('Hand over', () => {
  it('says one run as one run, several with their spread, and none as not measured', async () => {
    const told = words(await openSheet(HandOverSheet, goldenJob('half-way')))
    expect(told).toContain('31.0 Mbit/s, one run: nothing is known of its spread')
    expect(told).toContain('not measured')
    const job = goldenJob('2026-101')
    const { before, after } = job.assessment.acceptance!
    const signed = words(await openSheet(HandOverSheet, job))
    for (const one of [before!, after!]) {
      const [median, low, high] = [one.down_mbps, one.down_low_mbps!, one.down_high_mbps!].map((mbps) =>
        mbps.toFixed(1),
      )
      expect(signed).toContain(
        `${median} Mbit/s, between ${low} Mbit/s and ${high} Mbit/s, ${Math.floor(one.coverage_percent!)} % sure`,
      )
    }
  })

  it('lists what is not shown yet, each with what shows it, and signs nothing before', async () => {
    const job = goldenJob('half-way')
    const wrapper = await openSheet(HandOverSheet, job)
    const open = job.assessment.evidence!.filter((one) => !one.waiver)
    expect(open.length).toBeGreaterThan(1)
    for (const one of open) expect(words(wrapper)).toContain(one.message)
    expect(button(wrapper, 'Sign off')[0]!.attributes('disabled')).toBeDefined()
  })
})

describe('Cable', () => {
  it('shows the route piece by piece, from the antenna inwards', async () => {
    const job = goldenJob('2026-101')
    const wrapper = await openSheet(CableSheet, job)
    const lengths = job.facts.cable.cable_pieces!.map((_, index) =>
      wrapper.get(`[aria-label="Length, row ${index + 1}"]`),
    )
    expect(lengths.map((one) => (one.element as HTMLInputElement).value)).toEqual(
      job.facts.cable.cable_pieces!.map((one) => String(one.length_m)),
    )
  })

  it('warns of what a wall hides at the place where the hole is planned', async () => {
    expect(words(await openSheet(CableSheet, goldenJob('equator')))).toContain('pipes, wires and studs')
  })
})

describe('Mount', () => {
  it('says the clamp’s window where the terminal is chosen, and asks for the terminal where it is not', async () => {
    const job = goldenJob('2026-101')
    const { least_mm, most_mm } = job.facts.picks.terminal!.mast!
    const digits = (value: number) => `${value.toFixed(1)} mm`
    expect(words(await openSheet(MountSheet, job))).toContain(`Clamp takes ${digits(least_mm)} to ${digits(most_mm)}`)
    const bare = words(await openSheet(MountSheet, goldenJob('2026-101', { terminal: null })))
    expect(bare).toContain('Choose a terminal at Brief')
    expect(bare).toContain('a fall from the eave kills')
  })
})
