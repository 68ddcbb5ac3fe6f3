<script setup lang="ts">
/** What has to be so at the end, condition by condition, each with what shows it now. */
import type { Schemas } from '@/api/client'
import HeadLine from '@/frame/HeadLine.vue'
import VerdictStone from '@/frame/VerdictStone.vue'
import { VERDICT_WORD } from '@/lib/verdict'

defineProps<{ stations: Schemas['StationView'][]; number: string }>()
</script>

<template>
  <section aria-labelledby="goal">
    <h2 id="goal">What has to be so when you leave</h2>
    <ol class="goals">
      <li v-for="one in stations.slice(1)" :key="one.code">
        <verdict-stone :verdict="one.verdict" />
        <span
          ><router-link :to="`/jobs/${number}/${one.code}`">{{ one.goal }}</router-link
          ><span class="quiet small shown"
            >{{ VERDICT_WORD[one.verdict] }}: <head-line :segments="one.headline" /><template
              v-if="one.verdict === 'mind' && one.findings[0]"
              >. To mind: {{ one.findings[0].message }}</template
            ></span
          ></span
        >
      </li>
    </ol>
  </section>
</template>

<style scoped>
.goals {
  list-style: none;
  margin: 8px 0 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(300px, 1fr));
  gap: 8px 24px;
}
li {
  display: grid;
  grid-template-columns: 18px 1fr;
  gap: 8px;
}
li svg {
  margin-top: 2px;
}
a {
  font-weight: 600;
}
.shown {
  display: block;
}
</style>
