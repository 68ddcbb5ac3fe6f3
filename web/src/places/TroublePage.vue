<script setup lang="ts">
import { NButton } from 'naive-ui'
import { useRoute } from 'vue-router'

const route = useRoute()
const again = () => {
  window.location.assign(String(route.query.next ?? '/jobs'))
}
</script>

<template>
  <main class="page">
    <h1>Rindle cannot go on here</h1>
    <p v-if="route.query.what">{{ route.query.what }}</p>
    <p v-else>The server on this laptop does not answer. It may still be starting, or it was stopped.</p>
    <p>What was saved before is safe. Start Rindle again if it was stopped, then try once more.</p>
    <n-button type="primary" @click="again">Try again</n-button>
  </main>
</template>

<style scoped>
.page {
  padding: 64px 24px;
  display: grid;
  gap: 12px;
  justify-items: start;
  max-width: 640px;
  margin: 0 auto;
}
</style>
