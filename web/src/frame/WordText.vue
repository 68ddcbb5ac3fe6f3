<script setup lang="ts">
/** A text whose trade words say what they mean when they are pressed. */
import { NPopover } from 'naive-ui'
import { computed } from 'vue'
import { useAsked } from '@/api/cache'
import client, { unwrap } from '@/api/client'
import { finderOf } from '@/lib/terms'

const props = defineProps<{ text: string }>()
const { data: terms } = useAsked(
  () => ['words'],
  () => unwrap(client.GET('/api/stores/words')),
)
const find = computed(() => finderOf(terms.value ?? []))
const parts = computed(() => find.value(props.text))
</script>

<template>
  <template v-for="(one, index) in parts" :key="index"
    ><n-popover v-if="one.term" trigger="click" :width="280"
      ><template #trigger
        ><button type="button" class="word-link">
          {{ one.text }}
        </button></template
      ><b>{{ one.term.word }}</b
      ><br />{{ one.term.meaning }} {{ one.term.reference }}
      <router-link :to="{ path: '/words', query: { find: one.term.word } }">All words</router-link></n-popover
    ><template v-else>{{ one.text }}</template></template
  >
</template>

<style scoped>
.word-link {
  all: unset;
  cursor: help;
  text-decoration: underline dotted var(--quiet);
  text-underline-offset: 3px;
}
.word-link:focus-visible {
  outline: 2px solid var(--stream);
  outline-offset: 2px;
}
</style>
