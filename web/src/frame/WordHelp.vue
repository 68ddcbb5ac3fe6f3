<script setup lang="ts">
/** A small question mark beside a label that holds words of the trade: what each means, with its picture. */
import { NPopover } from 'naive-ui'
import { computed, defineAsyncComponent } from 'vue'
import { useWords } from '@/frame/words'

const WordPicture = defineAsyncComponent(() => import('@/frame/WordPicture.vue'))
const props = defineProps<{ text: string }>()
const { find } = useWords()
const terms = computed(() => find.value(props.text).flatMap((one) => one.term ?? []))
</script>

<template>
  <n-popover v-if="terms.length" trigger="click" :width="280"
    ><template #trigger
      ><button type="button" class="help" :aria-label="`What is meant by ${terms.map((one) => one.word).join(', ')}`">
        ?
      </button></template
    >
    <div v-for="one in terms" :key="one.word" class="one">
      <word-picture :word="one.word" :width="96" />
      <span
        ><b>{{ one.word }}</b
        ><br />{{ one.meaning }} {{ one.reference }}</span
      >
    </div>
  </n-popover>
</template>

<style scoped>
.help {
  all: unset;
  cursor: help;
  display: inline-grid;
  place-items: center;
  width: 24px;
  height: 24px;
  border-radius: 50%;
  font-size: 13px;
  font-weight: 700;
  color: var(--quiet);
  vertical-align: middle;
  margin: -4px 0;
}
/* It comes when its field is looked at: not every label shouts for help. */
@media (hover: hover) {
  .help {
    opacity: 0;
  }
  :is(:hover, :focus-within) > .head > .help,
  .help:focus-visible {
    opacity: 1;
  }
}
/* Where fields stand side by side it takes no room: a label that just fits stays on the line of its row. */
@media (hover: hover) and (min-width: 1000px) {
  .help {
    margin-right: -24px;
  }
}
.help:hover,
.help:focus-visible {
  color: var(--stream);
  outline: 2px solid var(--stream);
}
.one + .one {
  margin-top: 8px;
}
.one {
  display: grid;
  gap: 4px;
}
</style>
