<script setup lang="ts">
/** An update of its software: now, or later with a reason; and from when anything may be judged. */
import { NButton } from 'naive-ui'
import { computed } from 'vue'
import Fact from '@/fields/Fact.vue'
import { when } from '@/lib/when'
import WaitHere from '@/stations/WaitHere.vue'
import { useBringUp } from '@/stations/bringup/useBringUp'

const { store, job, told } = useBringUp()
const from = computed(() => job.value.assessment.updating?.judge_from ?? null)
const now = (field: 'updated_at' | 'settled_at') => store.patch({ [field]: new Date().toISOString() })
</script>

<template>
  <p>
    An update starts the terminal again and lets it search and align anew. Put it in before speed and alignment are
    judged, where time allows.
  </p>
  <fact at="bringup.update_seen" chips />
  <template v-if="told.update_seen === 'offered'">
    <fact at="bringup.update_choice" chips />
    <fact v-if="told.update_choice === 'later'" at="bringup.update_reason" />
    <template v-else-if="told.update_choice === 'now'">
      <wait-here v-if="!told.updated_at" code="update" />
      <wait-here v-else-if="!told.settled_at" code="settling" told />
      <div v-if="!store.locked" class="row">
        <n-button :type="told.updated_at ? 'default' : 'primary'" @click="now('updated_at')"
          >It is put in, and has started again</n-button
        >
        <n-button v-if="told.updated_at" @click="now('settled_at')">It is steady again</n-button>
      </div>
      <p v-if="told.updated_at" data-fact="bringup.updated_at">
        Put in {{ when(told.updated_at, job.assessment.zone) }}.
        <template v-if="from"
          ><b>Judge nothing before {{ when(from, job.assessment.zone) }}</b
          >: what was measured earlier is said so at Hand over.</template
        >
        <span v-if="told.settled_at" data-fact="bringup.settled_at">
          Seen steady {{ when(told.settled_at, job.assessment.zone) }}.</span
        >
      </p>
    </template>
  </template>
</template>
