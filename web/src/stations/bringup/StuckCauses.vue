<script setup lang="ts">
/** Why a terminal does not go on: the likeliest causes with what speaks for each and the test that tells. */
import { NButton } from 'naive-ui'
import { ref } from 'vue'
import type { Schemas } from '@/api/client'

defineProps<{ found: Schemas['BringUpResult'] }>()
const percent = (value: number) => `${Math.round(100 * value)} %`
const open = ref('')
</script>

<template>
  <section class="stuck" aria-label="Why it is stuck">
    <h2>Why it does not go on</h2>
    <p v-if="found.if_late">{{ found.if_late }}</p>
    <p v-if="found.needs_text" class="quiet">To leave this state it takes: {{ found.needs_text }}.</p>
    <ol>
      <li v-for="(one, at) in (found.causes ?? []).slice(0, 5)" :key="one.code">
        <p class="cause">
          <b>{{ at + 1 }} {{ one.name }}</b>
          <span class="bar" aria-hidden="true"><i :style="{ width: `${100 * one.share}%` }" /></span>
          <span class="quiet">{{ percent(one.share) }}</span>
        </p>
        <p class="test">{{ one.test }}</p>
        <p v-if="one.evidence.length" class="signs">
          <span v-for="sign in one.evidence" :key="sign.sign" :class="sign.speaks"
            >{{ sign.speaks === 'for' ? '+' : '−' }} {{ sign.text }}</span
          >
        </p>
        <n-button v-if="one.unknown.length" text size="small" @click="open = open === one.code ? '' : one.code"
          >What would tell more</n-button
        >
        <ul v-if="open === one.code" class="small">
          <li v-for="sign in one.unknown" :key="sign">{{ sign }}?</li>
        </ul>
      </li>
    </ol>
    <p class="quiet small">
      An order to look in, by the firm’s own shares and the signs of this job: no measured chance. What is not known
      counts neither way.
    </p>
  </section>
</template>

<style scoped>
.stuck {
  border-left: 4px solid var(--rust);
  padding-left: 12px;
  display: grid;
  gap: 8px;
}
.stuck ol {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 10px;
}
.cause {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
  margin: 0;
}
.bar {
  flex: 0 1 140px;
  height: 10px;
  border: 1px solid var(--quiet);
}
.bar i {
  display: block;
  height: 100%;
  background: var(--rust);
}
.test {
  margin: 2px 0;
}
.signs {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  margin: 0;
  font-size: 14px;
}
.signs .for {
  font-weight: 600;
}
.signs .against {
  color: var(--quiet);
}
</style>
