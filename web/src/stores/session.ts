/** Who is signed in. */
import { defineStore } from 'pinia'
import { ref } from 'vue'
import { cache } from '@/api/cache'
import client, { type Schemas, signedOut, unwrap } from '@/api/client'

export const useSession = defineStore('session', () => {
  const person = ref<Schemas['Person'] | null>(null)
  const health = ref<Schemas['Health'] | null>(null)

  /** Asks once whether a session is open. */
  async function restore(): Promise<boolean> {
    if (person.value) return true
    health.value = await unwrap(client.GET('/api/health'))
    person.value = await unwrap(client.GET('/api/session')).catch(() => null)
    return person.value !== null
  }
  async function signIn(username: string, password: string): Promise<void> {
    person.value = await unwrap(client.POST('/api/session', { body: { username, password } }))
    signedOut.value = false
  }
  async function enterDemo(): Promise<void> {
    person.value = await unwrap(client.POST('/api/session/demo'))
    signedOut.value = false
  }
  async function signOut(): Promise<void> {
    await unwrap(client.DELETE('/api/session'))
    person.value = null
    cache.clear() // what one person was told is not the next one's
  }
  return { person, health, restore, signIn, enterDemo, signOut }
})
