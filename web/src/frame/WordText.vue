<script setup lang="ts">
/** A text whose trade words say what they mean when they are pressed. */
import { NPopover } from 'naive-ui'
import { computed, defineAsyncComponent } from 'vue'
import { useWords } from '@/frame/words'

const props = defineProps<{ text: string }>()
const WordPicture = defineAsyncComponent(() => import('@/frame/WordPicture.vue'))
const { find } = useWords()
const parts = computed(() => find.value(props.text))
</script>

<template>
  <template v-for="(one, index) in parts" :key="index"
    ><n-popover v-if="one.term" trigger="click" :width="280"
      ><template #trigger
        ><button type="button" class="word-link">
          {{ one.text }}
        </button></template
      ><word-picture :word="one.term.word" :width="96" /><br /><b>{{ one.term.word }}</b
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
