<script setup lang="ts">
/** Serial number and hardware address of what goes out of reach: typed, or read off a picture beside the fields. */
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import FilePick from '@/fields/FilePick.vue'
import HeldInput from '@/fields/HeldInput.vue'
import { useBuild } from '@/stations/build/useBuild'

type Item = Schemas['KitItem']
const { store, assessment } = useBuild()
const kit = computed(() => store.job!.facts.brief.kit ?? [])
const rows = computed(() =>
  (assessment.value.labels_wanted ?? []).map((kind) => ({
    kind: kind as Item['kind'],
    item: kit.value.find((one) => one.kind === kind) ?? null,
    picture: (store.job?.documents ?? []).filter((one) => one.about === `label:${kind}`).at(-1),
  })),
)
const NAMES: Record<string, string> = { transceiver: 'Transceiver', panel: 'Panel', modem: 'Modem', feed: 'Feed' }
const nameOf = (kind: string) => NAMES[kind] ?? kind
const model = (kind: Item['kind']) => store.job?.facts.picks.terminal?.takes?.[kind]?.[0] ?? nameOf(kind)
function tell(kind: Item['kind'], item: Item | null, news: Partial<Item>): void {
  const blank: Item = { id: '', kind, model: model(kind), serial: '', address: '', evidence: '' }
  const others = kit.value.filter((one) => one !== item)
  void store.patch({ kit: [...others, { ...(item ?? blank), ...news }] })
}
</script>

<template>
  <div v-for="one in rows" :key="one.kind" class="label" data-fact="brief.kit">
    <img
      v-if="one.picture"
      :src="`/api/jobs/${store.number}/documents/${one.picture.id}`"
      :alt="`Label of the ${nameOf(one.kind).toLowerCase()}`"
    />
    <div class="fields">
      <label
        >{{ nameOf(one.kind) }}: serial number
        <held-input
          :value="one.item?.serial ?? ''"
          :disabled="store.locked"
          :aria-label="`${nameOf(one.kind)}: serial number`"
          @text="tell(one.kind, one.item, { serial: $event })"
        />
      </label>
      <label
        >Hardware address
        <held-input
          :value="one.item?.address ?? ''"
          :disabled="store.locked"
          placeholder="02:00:5e:10:04:71"
          :aria-label="`${nameOf(one.kind)}: hardware address`"
          @text="tell(one.kind, one.item, { address: $event })"
        />
      </label>
      <file-pick
        v-if="!store.locked"
        :label="`Picture of the ${nameOf(one.kind).toLowerCase()}’s label`"
        :text="one.picture ? 'Another picture' : 'Picture of the label'"
        accept="image/*"
        @files="(files) => store.addDocument(files[0]!, `label:${one.kind}`)"
      />
    </div>
  </div>
</template>

<style scoped>
.label {
  display: flex;
  flex-wrap: wrap;
  gap: 16px;
  align-items: start;
}
.label .fields {
  flex: 1 1 320px;
}
img {
  width: min(100%, 420px);
  border: 1px solid var(--rule);
  border-radius: 6px;
}
label {
  display: grid;
  gap: 4px;
  font-weight: 600;
}
</style>
