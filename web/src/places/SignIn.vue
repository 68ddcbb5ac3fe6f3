<script setup lang="ts">
import { useRoute, useRouter } from 'vue-router'
import SignInForm from '@/places/SignInForm.vue'
import { useSession } from '@/stores/session'

const session = useSession()
const router = useRouter()
const route = useRoute()
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
      <sign-in-form @entered="router.push(String(route.query.next ?? '/jobs'))"
        ><template #demo
          ><p class="quiet small">
            Invented people, places and satellites. Changes are gone at the next start.
          </p></template
        ></sign-in-form
      >
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
</style>
