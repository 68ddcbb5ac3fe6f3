<script setup lang="ts">
/** What was rehearsed on the ground, against what this site asks for. */
import { computed } from 'vue'
import Fact from '@/fields/Fact.vue'
import { useBuild } from '@/stations/build/useBuild'

const { store, assessment } = useBuild()
const mounts = computed(() => (store.catalogue?.mounts ?? []).map((one) => ({ label: one.name, value: one.code })))
const found = computed(() => assessment.value.rehearsal ?? null)
const lists = computed(() =>
  found.value
    ? [
        { name: 'Not rehearsed', titles: found.value.site_alone },
        { name: 'In another order', titles: found.value.moved },
        { name: 'Now on ladder or roof', titles: found.value.aloft },
        { name: 'Left away', titles: found.value.rehearsed_alone },
      ].filter((one) => one.titles.length)
    : [],
)
</script>

<template>
  <h2>Rehearsed before? <span class="quiet note">on the ground it goes in another order than on a wall</span></h2>
  <div class="fields"><fact at="build.rehearsed_on" :options="mounts" /></div>
  <dl v-if="lists.length" class="lists">
    <div v-for="one in lists" :key="one.name">
      <dt>{{ one.name }}</dt>
      <dd>
        <ol>
          <li v-for="title in one.titles" :key="title">{{ title }}</li>
        </ol>
      </dd>
    </div>
  </dl>
  <p v-else-if="found">The site asks for what was rehearsed, step by step.</p>
</template>

<style scoped>
.note {
  font-weight: 400;
  font-size: 14px;
}
.lists {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(220px, 1fr));
  gap: 12px 24px;
  margin: 0;
}
dt {
  font-weight: 600;
}
dd {
  margin: 0;
}
ol {
  margin: 0;
  padding-left: 20px;
}
</style>
