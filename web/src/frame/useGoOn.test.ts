import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, h } from 'vue'
import { inOrder, placeOf } from '@/frame/leaves'
import { LAST, type Onward, useGoOn } from '@/frame/useGoOn'
import { type Station } from '@/router'
import { useJob } from '@/stores/job'
import { goldenJob, openSheet } from '@/testing/golden'

afterEach(() => vi.restoreAllMocks())

/** A page with these entries, of which all are asked for; gives what it says comes next. */
async function page(asked: string[], station: Station) {
  let said = (): Onward | null => null
  const job = goldenJob('half-way')
  job.assessment.asked = asked
  const sheet = defineComponent({
    setup() {
      const { next } = useGoOn(() => station)
      said = () => next.value
      return () =>
        h(
          'main',
          asked.map((one) => h('p', { 'data-fact': one }, [h('input', { name: one })])),
        )
    },
  })
  const wrapper = await openSheet(sheet, job)
  document.body.append(wrapper.element)
  return { wrapper, next: () => said() }
}
function press(type: string, more: KeyboardEventInit = {}): boolean {
  const event = new KeyboardEvent(type, { key: 'Enter', bubbles: true, cancelable: true, ...more })
  return (document.activeElement ?? document.body).dispatchEvent(event)
}
async function onward(): Promise<string> {
  press('keydown', { ctrlKey: true })
  await flushPromises()
  await vi.waitFor(() => expect(document.activeElement?.getAttribute('name')).toBeTruthy())
  press('keyup')
  return document.activeElement!.getAttribute('name')!
}

describe('going on', () => {
  it('meets the entries in the order of the course and of its leaves', () => {
    const met = ['brief.customer', 'brief.hazards_sought', 'mount.surface', 'mount.holes', 'peak', 'handover.runs']
    expect(inOrder([...met].reverse())).toEqual(met)
  })

  it('leads from the open station on and then round, past what is left open', async () => {
    const { wrapper, next } = await page(['brief.customer', 'mount.mast_diameter_mm', 'cable.cable_pieces'], 'mount')
    expect(next()!.name).toBe('Mount, Mast')
    const met = []
    for (let at = 0; at < 4; at += 1) met.push(await onward())
    expect(met).toEqual(['mount.mast_diameter_mm', 'cable.cable_pieces', 'brief.customer', 'mount.mast_diameter_mm'])
    wrapper.unmount()
  })

  it('goes by what a grid held back until then', async () => {
    const { wrapper } = await page(['mount.checks', 'cable.cable_pieces'], 'mount')
    const store = useJob()
    const answered = () => {
      store.flushers.delete(answered)
      store.job = { ...store.job!, assessment: { ...store.job!.assessment, asked: ['cable.cable_pieces'] } }
    }
    store.flushers.add(answered)
    expect(await onward()).toBe('cable.cable_pieces')
    wrapper.unmount()
  })

  it('takes the key that comes up where one was led for no press there, and a plain Enter for nothing of its own', async () => {
    const { wrapper } = await page(['brief.customer'], 'brief')
    expect(press('keydown')).toBe(true)
    expect(press('keydown', { ctrlKey: true })).toBe(false)
    expect(press('keyup')).toBe(false) // of the same press: a box that is in focus by now is not ticked
    expect(press('keyup')).toBe(true)
    wrapper.unmount()
  })

  it('passes what lies on no leaf, and says the way to the others', async () => {
    const { wrapper, next } = await page(['nowhere.at_all', 'cable.cable_pieces'], 'mount')
    expect(next()!.at).toBe('cable.cable_pieces')
    wrapper.unmount()
  })

  it('says nothing where nothing is asked', async () => {
    const { wrapper, next } = await page([], 'mount')
    expect(next()).toBeNull()
    expect(placeOf(LAST, 'mount')).toEqual({ station: 'handover', leaf: 'sign' }) // there the key leads all the same
    wrapper.unmount()
  })
})
