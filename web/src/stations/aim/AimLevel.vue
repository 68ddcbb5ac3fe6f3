<script setup lang="ts">
/** The level to expect, and what rain takes of it. */
import CalcPanel from '@/fields/CalcPanel.vue'
import Fact from '@/fields/Fact.vue'
import LeafPart from '@/frame/LeafPart.vue'
import { linkRows } from '@/stations/aim/rows'
import { useAim } from '@/stations/aim/useAim'

const { job, aim, high, coverage } = useAim()
</script>

<template>
  <leaf-part leaf="level" title="Level and rain" note="what is left over what the service needs">
    <calc-panel
      v-if="coverage?.chosen && job.assessment.beam && aim.visible && job.facts.picks.terminal"
      name="link"
      :fixed="{
        ...high,
        needed_es_n0_db: job.facts.aim.needed_es_n0_db ?? null,
        satellite_longitude_deg: job.facts.picks.satellite?.longitude_deg,
        satellite_tilt_deg: job.facts.picks.satellite?.tilt_deg,
        polarization: job.facts.picks.terminal?.polarization,
        beam: job.assessment.beam,
        receive_ghz: job.facts.picks.terminal.receive_ghz,
        aperture_mm: job.facts.picks.terminal.aperture_mm,
        reference_gain_db: job.facts.picks.terminal.reference_gain_db,
        rules: job.facts.picks.rules,
      }"
      :show="linkRows"
    />
    <p v-else class="quiet">Needs a beam that covers the site, and a terminal.</p>
    <div class="fields"><fact at="aim.needed_es_n0_db" /></div>
    <p class="quiet small">
      A planning aid after ITU-R P.618 and P.837; the operator’s own figures prevail. Twice a year the sun stands behind
      the satellite as well: see sun outages.
    </p>
  </leaf-part>
</template>
