<script setup lang="ts">
import { darkTheme, NConfigProvider, NModal } from 'naive-ui'
import { computed, onErrorCaptured, ref } from 'vue'
import { useEventListener } from '@vueuse/core'
import { useRoute, useRouter } from 'vue-router'
import TopBar from '@/frame/TopBar.vue'
import { naiveTheme } from '@/lib/theme'
import { SHORTCUTS, useShortcuts } from '@/lib/useShortcuts'
import { usePrefs } from '@/stores/prefs'
import { useSession } from '@/stores/session'

const prefs = usePrefs()
const session = useSession()
const route = useRoute()
const router = useRouter()
const showShortcuts = ref(false)
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
/** Esc leaves a field; what was typed is kept as on any other way out. */
useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  const field = document.activeElement
  if (event.key !== 'Escape' || !(field instanceof HTMLInputElement || field instanceof HTMLTextAreaElement)) return
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
  <n-config-provider :theme="prefs.light === 'dusk' ? darkTheme : null" :theme-overrides="overrides" class="app">
    <button type="button" class="skip" @click="skip">To the answer</button>
    <top-bar v-if="session.person" @shortcuts="showShortcuts = true" />
    <router-view />
    <n-modal v-model:show="showShortcuts" preset="card" title="Shortcuts" style="max-width: 440px">
      <table class="grid-table">
        <tbody>
          <tr v-for="[keys, what] in SHORTCUTS" :key="keys">
            <th scope="row">
              <kbd>{{ keys }}</kbd>
            </th>
            <td>{{ what }}</td>
          </tr>
        </tbody>
      </table>
      <p class="quiet small">They never fire while you are typing.</p>
    </n-modal>
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
