<script setup lang="ts">
/** Four large figures side by side, each with its name over it and a note under it. */
defineProps<{ dials: { name: string; figure: string; note: string }[] }>()
</script>

<template>
  <dl class="dials" aria-label="Dial figures">
    <div v-for="one in dials" :key="one.name">
      <dt>{{ one.name }}</dt>
      <dd class="figure">{{ one.figure }}</dd>
      <dd class="note">{{ one.note }}</dd>
    </div>
  </dl>
</template>

<style scoped>
.dials {
  margin: 0;
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  border: 1px solid var(--rule);
  border-radius: 6px;
  background: var(--sheet);
}
.dials > div {
  padding: 8px 16px;
  border-left: 1px solid var(--rule);
  min-width: 0;
}
.dials > div:first-child {
  border-left: 0;
}
dt {
  font-size: 13px;
  font-weight: 600;
  color: var(--quiet);
}
dd {
  margin: 0;
}
.figure {
  font-size: 32px;
  font-weight: 750;
  line-height: 1.1;
  overflow: hidden;
  text-overflow: ellipsis;
}
.note {
  font-size: 13px;
  color: var(--quiet);
  line-height: 1.25;
}
@media (max-width: 700px) {
  .dials {
    grid-template-columns: repeat(2, 1fr);
  }
  .dials > div {
    display: flex; /* the name before its figure, the note beneath */
    flex-wrap: wrap;
    justify-content: space-between;
    align-items: baseline;
    align-content: flex-start;
    padding: 6px 12px;
  }
  .figure {
    font-size: 24px;
    margin-left: auto;
  }
  .note {
    flex-basis: 100%;
  }
  .dials > div:nth-child(odd) {
    border-left: 0;
  }
}
</style>
