<script setup lang="ts">
import { createLocale, enUS, type GlobalTheme, NConfigProvider } from 'naive-ui'
import { computed, defineAsyncComponent, onErrorCaptured, ref, shallowRef, watch } from 'vue'
import { useEventListener } from '@vueuse/core'
import { useRoute, useRouter } from 'vue-router'
import { signedOut } from '@/api/client'
import TopBar from '@/frame/TopBar.vue'
import { naiveTheme } from '@/lib/theme'
import { useShortcuts } from '@/lib/useShortcuts'
import { usePrefs } from '@/stores/prefs'
import { useSession } from '@/stores/session'

const DropHere = defineAsyncComponent(() => import('@/frame/DropHere.vue'))
const SignInAgain = defineAsyncComponent(() => import('@/frame/SignInAgain.vue'))
const ShortcutsPanel = defineAsyncComponent(() => import('@/frame/ShortcutsPanel.vue'))
/** What stands in a field that has nothing of its own to say. */
const WORDS = createLocale({ Input: { placeholder: '' }, Select: { placeholder: 'Choose' } }, enUS)
const prefs = usePrefs()
const session = useSession()
const route = useRoute()
const router = useRouter()
const showShortcuts = ref(false)
const dusk = shallowRef<GlobalTheme | null>(null)
watch(
  () => prefs.light,
  async (light) => {
    if (light === 'dusk') dusk.value ??= (await import('@/lib/duskTheme')).duskTheme
  },
  { immediate: true },
)
const overrides = computed(() => naiveTheme(prefs.light))

useShortcuts({
  '?': () => {
    showShortcuts.value = true
  },
  '/': () => {
    document.getElementById('find')?.focus()
  },
  u: prefs.toggleUnits,
  m: prefs.toggleNorth,
})
const LEFT = 'input, textarea, .n-base-selection, .n-base-selection-label'
/** Esc leaves a field; what was typed is kept as on any other way out. */
useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  const field = document.activeElement
  if (event.key !== 'Escape' || !(field instanceof HTMLElement) || !field.matches(LEFT)) return
  if (!field.closest('[role="dialog"], .n-base-selection--active')) field.blur()
})
function skip(): void {
  const heading = document.querySelector<HTMLElement>('main h1')
  heading?.setAttribute('tabindex', '-1')
  heading?.focus()
}
onErrorCaptured((error) => {
  console.error(error)
  void router.push({ path: '/trouble', query: { what: String(error), next: route.fullPath } })
  return false
})
</script>

<template>
  <n-config-provider
    :theme="prefs.light === 'dusk' ? dusk : null"
    :theme-overrides="overrides"
    :locale="WORDS"
    class="app"
  >
    <button type="button" class="skip" @click="skip">To the answer</button>
    <top-bar v-if="session.person" @shortcuts="showShortcuts = true" />
    <router-view />
    <drop-here v-if="session.person" />
    <sign-in-again v-if="session.person && signedOut" />
    <shortcuts-panel v-if="showShortcuts" @close="showShortcuts = false" />
  </n-config-provider>
</template>

<style>
.app {
  min-height: 100%;
  display: flex;
  flex-direction: column;
}
.skip {
  position: absolute;
  left: -9999px;
  top: 4px;
  z-index: 10;
  min-height: 40px;
  padding: 0 16px;
  border: 2px solid var(--stream);
  border-radius: 6px;
  background: var(--sheet);
  color: var(--ink);
  font: inherit;
  font-weight: 600;
}
.skip:focus {
  left: 12px;
}
kbd {
  font: inherit;
  font-weight: 700;
  color: var(--ink);
  white-space: pre;
}
</style>
