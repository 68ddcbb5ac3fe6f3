<script setup lang="ts">
/** Of a set that travels: ready to drive once all is down, in and locked; asked anew at each place. */
import { NButton } from 'naive-ui'
import { computed } from 'vue'
import Fact from '@/fields/Fact.vue'
import LeafPart from '@/frame/LeafPart.vue'
import VerdictStone from '@/frame/VerdictStone.vue'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const prefs = usePrefs()
const store = useJob()
const brief = computed(() => store.job!.facts.brief)
const drive = computed(() => store.job!.assessment.drive)
</script>

<template>
  <leaf-part v-if="brief.permanence === 'portable'" leaf="travel">
    <p v-if="drive" class="state" :class="drive.ready ? 'clear' : 'hold'" role="status">
      <verdict-stone :verdict="drive.ready ? 'clear' : 'hold'" :size="28" />
      {{ drive.ready ? 'Ready to drive' : `Not ready to drive: ${drive.still.length} still open` }}
    </p>
    <p v-else class="quiet">The house lists nothing that is packed: whether it is ready to drive is not known.</p>
    <fact at="brief.stowed" with-text="text" />
    <p class="row">
      <a class="file" :href="`/api/jobs/${store.number}/card.pdf?kind=travel&units=${prefs.system}`" target="_blank"
        >Travel card to print</a
      >
      <n-button
        v-if="!store.locked && brief.stowed?.length"
        size="small"
        @click="store.patch({ stowed: [], travel_checks: [] })"
        >At a new place: ask all anew</n-button
      >
    </p>
    <section class="block">
      <fact at="brief.travel_checks" with-text="text" />
    </section>
  </leaf-part>
</template>

<style scoped>
.state {
  display: flex;
  gap: 12px;
  align-items: center;
  font-size: 24px;
  font-weight: 700;
}
.hold {
  color: var(--rust);
}
.clear {
  color: var(--stream);
}
.file {
  font-weight: 600;
}
</style>
