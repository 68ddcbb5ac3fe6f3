<template>
  <main class="page">
    <h1>There is nothing at this address</h1>
    <p>The link may be old, or a letter went astray. Nothing was lost.</p>
    <router-link to="/jobs">To the list of jobs</router-link>
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
