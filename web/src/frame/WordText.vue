<script setup lang="ts">
/** A text whose trade words say what they mean when they are pressed. */
import { NPopover } from 'naive-ui'
import { computed, defineAsyncComponent } from 'vue'
import { useWords } from '@/frame/words'
import { closeUp } from '@/lib/quantity'

const props = defineProps<{ text: string }>()
const WordPicture = defineAsyncComponent(() => import('@/frame/WordPicture.vue'))
const { find } = useWords()
/** A word keeps what is written close behind it, a mark or a ’s: no line is broken between them. */
const parts = computed(() => {
  const found = find.value(props.text).map((one) => ({ ...one, tail: '' }))
  for (const [index, one] of found.entries()) {
    const next = found[index + 1]
    if (!one.term || !next || next.term) continue
    one.tail = /^\S*/.exec(next.text)![0]
    next.text = next.text.slice(one.tail.length)
  }
  return found
})
</script>

<template>
  <template v-for="(one, index) in parts" :key="index"
    ><span v-if="one.term" class="kept"
      ><n-popover trigger="click" :width="280"
        ><template #trigger
          ><button type="button" class="word-link">{{ one.text }}</button></template
        ><word-picture :word="one.term.word" :width="96" /><br /><b>{{ one.term.word }}</b
        ><br />{{ one.term.meaning }} {{ one.term.reference }}
        <router-link :to="{ path: '/words', query: { find: one.term.word } }">All words</router-link></n-popover
      >{{ one.tail }}</span
    ><template v-else>{{ closeUp(one.text) }}</template></template
  >
</template>

<style scoped>
.kept {
  white-space: nowrap;
}
.word-link {
  all: unset;
  white-space: normal;
  cursor: help;
  text-decoration: underline dotted var(--quiet);
  text-underline-offset: 3px;
}
.word-link:focus-visible {
  outline: 2px solid var(--stream);
  outline-offset: 2px;
}
</style>
