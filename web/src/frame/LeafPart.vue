<script setup lang="ts">
/** A part of a leaf: made only while its leaf is open. */
import { useLeaf } from '@/frame/leaves'
import WordText from '@/frame/WordText.vue'

const props = defineProps<{ leaf: string; title?: string; note?: string }>()
const open = useLeaf(() => props.leaf)
</script>

<template>
  <section v-if="open" class="part">
    <h2 v-if="title">
      <word-text :text="title" />{{ ' ' }}<span v-if="note" class="quiet note">{{ note }}</span>
    </h2>
    <slot />
  </section>
</template>

<style scoped>
.part {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 12px;
  align-content: start;
}
.part + .part {
  border-top: 1px solid var(--rule);
  padding-top: 16px;
}
.note {
  font-weight: 400;
  font-size: 14px;
}
</style>
