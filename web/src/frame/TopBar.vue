<script setup lang="ts">
import {
  IconKeyboard,
  IconLogout,
  IconMenu2,
  IconMoon,
  IconRoute,
  IconRuler2,
  IconSun,
  IconTools,
  IconX,
} from '@tabler/icons-vue'
import { NButton } from 'naive-ui'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useGuided } from '@/frame/guided'
import { usePrefs } from '@/stores/prefs'
import { useSession } from '@/stores/session'

defineEmits<{ shortcuts: [] }>()
const prefs = usePrefs()
const session = useSession()
const guided = useGuided()
const route = useRoute()
const router = useRouter()
const PLACES = [
  { path: '/jobs', name: 'Jobs', with: ['jobs', 'sites', 'learnt'] },
  { path: '/diary', name: 'Diary', with: ['diary'] },
  { path: '/stores', name: 'Stores', with: ['stores'] },
  { path: '/words', name: 'Words', with: ['words'] },
  { path: '/people', name: 'People', with: ['people'] },
]
const place = computed(() => route.path.split('/')[1] ?? '')
/** On narrow screens what is rarely wanted lies behind one press. */
const open = ref(false)
const find = ref(String(route.query.find ?? ''))
watch(
  () => route.query.find,
  (given) => {
    find.value = String(given ?? '')
  },
)

function search(): void {
  const rest = route.path === '/jobs' ? { ...route.query } : {}
  delete rest.find
  void router.replace({ path: '/jobs', query: find.value ? { ...rest, find: find.value } : rest })
}
async function leave(): Promise<void> {
  await session.signOut()
  await router.push('/sign-in')
}
</script>

<template>
  <header class="top">
    <router-link to="/jobs" class="wordmark" aria-label="Rindle, to the jobs">
      <svg viewBox="0 0 34 22" width="34" height="22" aria-hidden="true">
        <path
          d="M2 16c6 0 5-11 12-11s4 12 11 12 4-6 7-6"
          fill="none"
          stroke="var(--stream)"
          stroke-width="3"
          stroke-linecap="round"
        />
      </svg>
      <span class="name">Rindle</span>
    </router-link>
    <nav aria-label="Places">
      <router-link
        v-for="one in PLACES"
        :key="one.path"
        :to="one.path"
        :class="{ here: one.with.includes(place) }"
        :aria-current="one.with.includes(place) ? 'true' : undefined"
        >{{ one.name }}</router-link
      >
    </nav>
    <n-button
      quaternary
      class="menu"
      :aria-expanded="open"
      aria-controls="tools"
      :aria-label="open ? 'Close the menu' : 'Find, units, light and more'"
      @click="open = !open"
      ><template #icon><icon-x v-if="open" /><icon-menu-2 v-else /></template
    ></n-button>
    <div id="tools" :class="['rest', { open }]">
      <label class="find"
        ><span class="visually-hidden">Find a job</span>
        <input
          id="find"
          v-model="find"
          type="search"
          placeholder="Find a job  ( / )"
          autocomplete="off"
          @input="search"
          @keydown.esc="($event.target as HTMLInputElement).blur()"
        />
      </label>
      <span class="tools">
        <n-button quaternary size="small" title="Shortcut u" @click="prefs.toggleUnits"
          ><template #icon><icon-ruler-2 /></template>{{ prefs.system === 'metric' ? 'Metric' : 'Imperial' }}</n-button
        >
        <n-button quaternary size="small" @click="prefs.toggleLight"
          ><template #icon><icon-sun v-if="prefs.light === 'day'" /><icon-moon v-else /></template
          >{{ prefs.light === 'day' ? 'Day' : 'Dusk' }}</n-button
        >
        <n-button
          quaternary
          size="small"
          :title="
            guided ? 'Fewer leaves, and what to do next: press for all of the trade' : 'Press to be led step by step'
          "
          @click="prefs.mode = guided ? 'trade' : 'owner'"
          ><template #icon><icon-route v-if="guided" /><icon-tools v-else /></template
          >{{ guided ? 'Owner' : 'Trade' }}</n-button
        >
        <n-button quaternary size="small" title="Shortcut ?" @click="$emit('shortcuts')"
          ><template #icon><icon-keyboard /></template>Keys</n-button
        >
        <router-link to="/people" class="person" title="People of the firm, and your password">{{
          session.person?.name
        }}</router-link>
        <n-button quaternary size="small" @click="leave"
          ><template #icon><icon-logout /></template>Sign out</n-button
        >
      </span>
    </div>
  </header>
</template>

<style scoped>
.top {
  height: 48px;
  flex: none;
  display: flex;
  align-items: center;
  gap: 20px;
  padding: 0 16px;
  background: var(--sheet);
  border-bottom: 1px solid var(--rule);
}
.wordmark {
  display: flex;
  align-items: center;
  gap: 8px;
  font-size: 20px;
  font-weight: 750;
  color: var(--ink);
  text-decoration: none;
}
nav {
  display: flex;
  gap: 12px;
}
nav a {
  color: var(--ink);
  text-decoration: none;
  padding: 12px 4px;
  font-weight: 600;
}
nav a.here {
  border-bottom: 3px solid var(--stream);
}
.find input {
  width: 208px;
  height: 32px;
  padding: 0 12px;
  background: var(--paper);
}
.find input::placeholder {
  color: var(--quiet);
}
.tools {
  margin-left: auto;
  display: flex;
  align-items: center;
  gap: 4px;
}
.person {
  padding: 0 8px;
  color: var(--quiet);
  white-space: nowrap;
}
.rest {
  flex: 1;
  display: flex;
  align-items: center;
  gap: 20px;
}
.menu {
  display: none;
}
@media (max-width: 1000px) {
  .person,
  .name {
    display: none;
  }
  .top {
    gap: 12px;
    padding: 0 12px;
  }
  .find input {
    width: 148px;
  }
}
@media (max-width: 900px) {
  .top {
    position: relative;
  }
  .menu {
    display: inline-flex;
    width: 44px;
    margin-left: auto;
  }
  .rest {
    display: none;
  }
  .rest.open {
    position: absolute;
    inset: 48px 0 auto;
    z-index: 5;
    display: grid;
    gap: 8px;
    padding: 12px;
    background: var(--sheet);
    border-bottom: 1px solid var(--rule);
  }
  .find input {
    width: 100%;
    height: 44px;
  }
  .tools {
    margin-left: 0;
    flex-wrap: wrap;
  }
}
@media (max-width: 420px) {
  nav {
    gap: 4px;
  }
  .top {
    gap: 6px;
    padding: 0 8px;
  }
}
</style>
