<script setup lang="ts">
/** A step that somebody else marked on this device, which never reached the server: the next person looks for themself. */
import { computed } from 'vue'
import { when } from '@/lib/when'
import { useJob } from '@/stores/job'

const { code } = defineProps<{ code: string }>()
const store = useJob()
const mark = computed(() => store.othersFor(code))
</script>

<template>
  <span v-if="mark?.done" class="quiet" role="status"
    >{{ mark.by?.name }} marked it on this device {{ when(mark.at, store.job?.assessment.zone) }}; that was never sent.
    Look, then mark it yourself.</span
  >
</template>
