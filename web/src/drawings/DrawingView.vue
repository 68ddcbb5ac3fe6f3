<script setup lang="ts">
/** A server-made drawing, with its text twin unfolded on demand; clicks come back as drawing coordinates. */
import { computed, watch } from 'vue'
import { groupOf, placeOf } from '@/drawings/places'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const props = defineProps<{ name: string }>()
const store = useJob()
const prefs = usePrefs()
watch(
  () => props.name,
  (name, _, onCleanup) => onCleanup(store.lookAt(groupOf(name))),
  { immediate: true },
)
const awaited = computed(() => !store.answered.has(groupOf(props.name)))
const drawing = computed(() => store.drawings.find((one) => one.name === props.name))
</script>

<template>
  <figure v-if="drawing" :data-drawing="name">
    <div v-html="drawing.svg" />
    <details>
      <summary>{{ drawing.title }} in words</summary>
      <table class="grid-table">
        <tbody>
          <tr v-for="(row, index) in drawing.rows" :key="index">
            <th scope="row">{{ row.what }}</th>
            <td>{{ row.value }}</td>
          </tr>
        </tbody>
      </table>
    </details>
  </figure>
  <div v-else-if="awaited && placeOf(name, prefs.narrow)" class="place" aria-hidden="true">
    <div :style="{ aspectRatio: placeOf(name, prefs.narrow) }" />
  </div>
</template>

<style scoped>
.place {
  padding-bottom: 33px; /* the line that unfolds the words */
}
figure {
  margin: 0;
}
details {
  margin-top: 4px;
  font-size: 13px;
  color: var(--quiet);
}
summary {
  cursor: pointer;
  width: fit-content;
  padding: 4px 0;
}
</style>
