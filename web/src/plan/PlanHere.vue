<script setup lang="ts">
/** The site plan as another station shows it, with the way to where it is worked on. */
import { computed } from 'vue'
import DrawingView from '@/drawings/DrawingView.vue'
import { useJob } from '@/stores/job'

withDefaults(defineProps<{ name?: 'plan' | 'side' }>(), { name: 'plan' })
const store = useJob()
const drawn = computed(() => (store.job?.facts.sky.things ?? []).length > 0)
</script>

<template>
  <drawing-view v-if="drawn" :name="name" />
  <p class="small">
    <router-link :to="`/jobs/${store.number}/sky/plan`">{{
      drawn ? 'Work on the site plan' : 'Draw the site plan'
    }}</router-link>
  </p>
</template>
