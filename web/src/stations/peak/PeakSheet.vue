<script setup lang="ts">
/** Peak: preset, search, fine pointing, skew, lock-down; a panel's attitude instead of them. */
import { computed, ref } from 'vue'
import Fact from '@/fields/Fact.vue'
import LeafPart from '@/frame/LeafPart.vue'
import EarPart from '@/stations/peak/EarPart.vue'
import FinePart from '@/stations/peak/FinePart.vue'
import LockPart from '@/stations/peak/LockPart.vue'
import PanelAttitude from '@/stations/peak/PanelAttitude.vue'
import PresetPart from '@/stations/peak/PresetPart.vue'
import SearchPart from '@/stations/peak/SearchPart.vue'
import SkewPart from '@/stations/peak/SkewPart.vue'
import SoundsPart from '@/stations/peak/SoundsPart.vue'
import { useJob } from '@/stores/job'

const store = useJob()
const job = computed(() => store.job!)
const pointing = computed(() => job.value.assessment.pointing ?? null)
const fine = ref<InstanceType<typeof FinePart> | null>(null)
defineExpose({ newEntry: () => fine.value?.newEntry() })
</script>

<template>
  <leaf-part v-if="job.assessment.panel_aim" leaf="readings" data-fact="peak.attitudes"><panel-attitude /></leaf-part>
  <template v-else>
    <leaf-part v-if="pointing" leaf="preset"><preset-part /></leaf-part>
    <leaf-part v-if="pointing" leaf="search"><search-part /></leaf-part>
    <leaf-part leaf="readings" data-fact="peak.readings"><fine-part ref="fine" /></leaf-part>
    <leaf-part v-if="pointing" leaf="ear"><ear-part /></leaf-part>
    <leaf-part v-if="pointing?.skew" leaf="skew"><skew-part /></leaf-part>
    <leaf-part leaf="lock"><lock-part /></leaf-part>
    <leaf-part leaf="instruments" title="What your instruments show on the peak">
      <p class="quiet">
        Read both once more when it is locked. At sign-off each becomes a check of that instrument in the stores, so
        that its own correction gets better with every job.
      </p>
      <div class="fields">
        <fact
          at="peak.compass_at_peak_deg"
          :hint="
            job.facts.aim.compass_code
              ? 'Several metres off the steel'
              : 'Choose your compass at Aim, else nothing is learnt'
          "
        />
        <fact
          at="peak.clinometer_at_peak_deg"
          :hint="
            job.facts.aim.clinometer_code
              ? job.assessment.aim?.clinometer_face
              : 'Choose your clinometer at Aim, else nothing is learnt'
          "
        />
      </div>
    </leaf-part>
    <leaf-part leaf="sounds"><sounds-part /></leaf-part>
  </template>
</template>
