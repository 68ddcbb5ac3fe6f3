<script setup lang="ts">
/** What a panel’s own page asks before it lets one align, in its order, each with how it stands here. */
import { computed } from 'vue'
import VerdictStone from '@/frame/VerdictStone.vue'
import { VERDICT_WORD } from '@/lib/verdict'
import { useJob } from '@/stores/job'

const store = useJob()
const asks = computed(() =>
  (store.job?.facts.picks.terminal?.panel?.page_asks ?? []).map((one) => ({
    ...one,
    station: store.job!.assessment.stations.find((station) => station.code === one.rests_on),
  })),
)
</script>

<template>
  <section v-if="asks.length" aria-labelledby="page-asks">
    <h2 id="page-asks">Its page asks first, in this order</h2>
    <ol>
      <li v-for="one in asks" :key="one.text">
        {{ one.text }}
        <span v-if="one.station" class="stands"
          ><verdict-stone :verdict="one.station.verdict" />
          <router-link :to="`/jobs/${store.number}/${one.rests_on}`"
            >{{ one.station.name }}: {{ VERDICT_WORD[one.station.verdict] }}</router-link
          ></span
        >
      </li>
    </ol>
  </section>
</template>

<style scoped>
ol {
  margin: 4px 0 0;
  padding-left: 24px;
}
li {
  margin: 4px 0;
}
.stands {
  display: inline-flex;
  vertical-align: middle;
  align-items: center;
  gap: 6px;
  margin-left: 8px;
}
</style>
