<script setup lang="ts">
import { NButton, NInput } from 'naive-ui'
import { ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { ApiError } from '@/api/client'
import { useSession } from '@/stores/session'

const session = useSession()
const router = useRouter()
const route = useRoute()
const username = ref('')
const password = ref('')
const fault = ref('')
const busy = ref(false)

async function enter(how: () => Promise<void>): Promise<void> {
  busy.value = true
  fault.value = ''
  try {
    await how()
    await router.push(String(route.query.next ?? '/jobs'))
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    fault.value = error.message
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <main class="door">
    <svg class="water" viewBox="0 0 1280 300" preserveAspectRatio="xMidYMid slice" aria-hidden="true">
      <path
        d="M-20 210C160 210 150 70 340 70s190 150 390 150 180-130 350-130 150 90 240 90"
        fill="none"
        stroke="var(--stream-tint)"
        stroke-width="46"
        stroke-linecap="round"
      />
      <path
        d="M-20 210C160 210 150 70 340 70s190 150 390 150 180-130 350-130 150 90 240 90"
        fill="none"
        stroke="var(--stream)"
        stroke-width="3"
        stroke-linecap="round"
      />
    </svg>
    <section class="card">
      <h1>Rindle</h1>
      <p class="quiet">Plan, aim, peak and hand over a satellite terminal, with or without the internet.</p>
      <template v-if="session.health?.demo">
        <n-button type="primary" size="large" block :loading="busy" @click="enter(session.enterDemo)"
          >Enter the demo</n-button
        >
        <p class="quiet small">Invented people, places and satellites. Changes are gone at the next start.</p>
      </template>
      <form v-else class="stack" @submit.prevent="enter(() => session.signIn(username, password))">
        <label
          >Name<n-input v-model:value="username" :input-props="{ autocomplete: 'username' }" placeholder=""
        /></label>
        <label
          >Password<n-input
            v-model:value="password"
            type="password"
            :input-props="{ autocomplete: 'current-password' }"
            placeholder=""
        /></label>
        <n-button type="primary" size="large" attr-type="submit" block :loading="busy">Sign in</n-button>
      </form>
      <p v-if="fault" class="trouble" role="alert">{{ fault }}</p>
      <p class="quiet small">Version {{ session.health?.version }}</p>
    </section>
  </main>
</template>

<style scoped>
.door {
  position: relative;
  min-height: 100vh;
  display: grid;
  place-items: center;
  overflow: hidden;
}
.water {
  position: absolute;
  left: 0;
  right: 0;
  top: 50%;
  width: 100%;
  height: 300px;
  transform: translateY(-50%);
}
.card {
  position: relative;
  width: min(380px, calc(100vw - 32px));
  display: grid;
  gap: 16px;
  padding: 32px;
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 6px;
}
h1 {
  font-size: 34px;
  line-height: 1;
}
label {
  display: grid;
  gap: 4px;
  font-weight: 600;
  font-size: 14px;
}
</style>
