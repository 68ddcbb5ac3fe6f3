import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'
import SignInForm from '@/places/SignInForm.vue'
import { useSession } from '@/stores/session'

describe('signing in again', () => {
  beforeEach(() => setActivePinia(createPinia()))
  const form = async (waiting: number, name: string) => {
    useSession().person = { username: 'naledi', name: 'Naledi' }
    const shown = mount(SignInForm, { props: { waiting } })
    await shown.find('input').setValue(name)
    return shown.text()
  }

  it('says under whose name what waits goes out, before it does', async () => {
    expect(await form(2, 'sefa')).toContain('was entered by Naledi. It goes out under your name')
    expect(await form(2, 'naledi')).not.toContain('under your name')
    expect(await form(0, 'sefa')).not.toContain('under your name')
  })
})
