import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, describe, expect, it } from 'vitest'
import { goldenJob } from '@/testing/golden'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'
import Fact from '@/fields/Fact.vue'

/** What is read beside two facts, in both systems. */
function told(system: 'metric' | 'imperial'): string {
  setActivePinia(createPinia())
  useJob().job = goldenJob('2026-101')
  usePrefs().system = system
  const shown = [
    mount(Fact, { props: { at: 'mount.design_gust_mps' } }),
    mount(Fact, { props: { at: 'cable.end_checks', withText: 'text' } }),
  ]
  return shown.map((one) => one.text().replaceAll('\u00a0', ' ')).join(' ')
}

describe('a fact', () => {
  afterEach(() => {
    usePrefs().system = 'metric'
  })

  it('tells its hint and the words of the house in the units of the screen', () => {
    expect(told('metric')).toMatch(/gust at 10 m.*About 3 mm/)
    expect(told('imperial')).toMatch(/gust at 32 ft 10 in.*About 0\.12 in/)
    expect(told('imperial')).not.toMatch(/10 m\b|3 mm/)
  })
})
