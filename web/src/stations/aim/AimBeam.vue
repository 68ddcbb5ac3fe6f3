<script setup lang="ts">
/** The beam that serves the site: polarization, carrier, how far its edge is. */
import { computed, defineAsyncComponent } from 'vue'
import LeafPart from '@/frame/LeafPart.vue'
import { useAim } from '@/stations/aim/useAim'

const MapPicker = defineAsyncComponent(() => import('@/stations/brief/MapPicker.vue'))

const { job, satellite, coverage, show } = useAim()
const telling = computed(() => satellite.value.carriers?.find((one) => one.only_here))
const handWords = computed(() => {
  const chosen = coverage.value?.chosen
  const received = chosen?.receive_hand ?? chosen?.receive_plane
  if (!chosen || !received) return 'the stores do not say'
  const sent = chosen.transmit_hand ?? chosen.transmit_plane
  return `${received} as received, ${sent ? `${sent} as sent` : 'as sent: the stores do not say'}`
})
/** How the hand is set at this feed. */
const handMark = computed(() => {
  const hand = coverage.value?.chosen?.receive_hand
  return hand ? job.value.facts.picks.terminal?.hand_marks?.[hand] : undefined
})
</script>

<template>
  <leaf-part
    v-if="coverage?.chosen"
    leaf="beam"
    title="Beam"
    :note="`${coverage.chosen.letter}, ${show(coverage.chosen.edge_km, 'km')} inside its edge`"
  >
    <table class="grid-table" aria-label="Beam">
      <tbody>
        <tr>
          <th scope="row">Polarization</th>
          <td>{{ handWords }}</td>
        </tr>
        <tr v-if="handMark">
          <th scope="row">Set at the feed</th>
          <td>{{ handMark }}</td>
        </tr>
        <tr>
          <th scope="row">Carrier</th>
          <td>{{ coverage.chosen.carrier_mhz }} MHz</td>
        </tr>
        <tr>
          <th scope="row">Told to the modem</th>
          <td>{{ coverage.chosen.modem_entry }}</td>
        </tr>
        <tr v-if="satellite.network_id || telling">
          <th scope="row">Known by</th>
          <td>
            {{
              [
                satellite.network_id && `the modem shows ${satellite.network_id}`,
                telling && `a carrier at ${telling.downlink_mhz} MHz that only it has, by the stores`,
              ]
                .filter(Boolean)
                .join('; ')
            }}
          </td>
        </tr>
        <tr>
          <th scope="row">To the edge</th>
          <td>{{ show(coverage.chosen.edge_km, 'km') }}</td>
        </tr>
        <tr v-if="coverage.second">
          <th scope="row">Second choice</th>
          <td>
            beam {{ coverage.second.letter }},
            {{
              coverage.second.edge_km >= 0
                ? `${show(coverage.second.edge_km, 'km')} inside`
                : `${show(-coverage.second.edge_km, 'km')} away`
            }}
          </td>
        </tr>
      </tbody>
    </table>
    <map-picker
      :points="[
        {
          label: job.facts.brief.customer || 'site',
          latitude_deg: job.facts.brief.latitude_deg ?? 0,
          longitude_deg: job.facts.brief.longitude_deg ?? 0,
          main: true,
        },
      ]"
      :beams="satellite.beams ?? []"
    />
  </leaf-part>
</template>
