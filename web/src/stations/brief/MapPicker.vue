<script setup lang="ts">
/** A map that ships with Rindle: land and borders, graticule and scale; raster tiles on top where the firm has a local file. */
import 'leaflet/dist/leaflet.css'
import type { FeatureCollection } from 'geojson'
import L from 'leaflet'
import { feature } from 'topojson-client'
import type { GeometryCollection, Topology } from 'topojson-specification'
import { onBeforeUnmount, onMounted, ref, watch } from 'vue'
import type { Schemas } from '@/api/client'

export interface MapPoint {
  label: string
  latitude_deg: number
  longitude_deg: number
  main?: boolean
}
const props = defineProps<{ points: MapPoint[]; beams?: Schemas['Beam'][] }>()
const emit = defineEmits<{ pick: [{ latitude_deg: number; longitude_deg: number }] }>()
const host = ref<HTMLElement | null>(null)
let map: L.Map | null = null
const marks = L.layerGroup()
const token = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim()

function graticule(): L.LayerGroup {
  const lines = L.layerGroup()
  const draw = () => {
    if (!map) return
    lines.clearLayers()
    const view = map.getBounds()
    const span = Math.max(view.getEast() - view.getWest(), 1e-6)
    const step = [30, 10, 5, 1, 0.5, 0.1, 0.05, 0.01, 0.005, 0.001].find((one) => span / one >= 4) ?? 0.001
    const style = { color: token('quiet'), weight: 0.6, opacity: 0.6, interactive: false }
    const said = (value: number, positive: string, negative: string) =>
      `${Number(Math.abs(value).toFixed(3))}°${value >= 0 ? positive : negative}`
    for (let lon = Math.ceil(view.getWest() / step) * step; lon <= view.getEast(); lon += step) {
      lines.addLayer(
        L.polyline(
          [
            [Math.max(view.getSouth(), -85), lon],
            [Math.min(view.getNorth(), 85), lon],
          ],
          style,
        ),
      )
      lines.addLayer(
        L.marker([view.getNorth(), lon], {
          interactive: false,
          keyboard: false,
          icon: L.divIcon({ className: 'grat', html: said(lon, 'E', 'W'), iconSize: [56, 16], iconAnchor: [28, 0] }),
        }),
      )
    }
    for (let lat = Math.ceil(view.getSouth() / step) * step; lat <= view.getNorth(); lat += step) {
      lines.addLayer(
        L.polyline(
          [
            [lat, view.getWest()],
            [lat, view.getEast()],
          ],
          style,
        ),
      )
      lines.addLayer(
        L.marker([lat, view.getWest()], {
          interactive: false,
          keyboard: false,
          icon: L.divIcon({ className: 'grat', html: said(lat, 'N', 'S'), iconSize: [56, 16], iconAnchor: [0, 16] }),
        }),
      )
    }
  }
  map?.on('moveend zoomend', draw)
  draw()
  return lines
}

function place(): void {
  marks.clearLayers()
  for (const beam of props.beams ?? []) {
    marks.addLayer(
      L.polygon(
        [beam.polygon_deg, ...(beam.holes_deg ?? [])].map((ring) =>
          ring.map(([lon, lat]) => [lat as number, lon as number] as [number, number]),
        ),
        {
          color: token('ochre'),
          weight: 1.5,
          fillOpacity: 0.05,
          dashArray: beam.hand === 'left' ? '6 4' : undefined,
          interactive: false,
        },
      ).bindTooltip(beam.letter, { permanent: true, direction: 'center', className: 'beam-letter' }),
    )
  }
  for (const point of props.points) {
    marks.addLayer(
      L.circleMarker([point.latitude_deg, point.longitude_deg], {
        radius: point.main ? 8 : 6,
        color: token('stream'),
        weight: 3,
        fillColor: token('sheet'),
        fillOpacity: 1,
      }).bindTooltip(point.label, { permanent: true, direction: 'right', offset: [8, 0] }),
    )
  }
}

onMounted(async () => {
  map = L.map(host.value!, {
    zoomControl: true,
    attributionControl: true,
    worldCopyJump: true,
    minZoom: 1,
    maxZoom: 17,
  }).setView([0, 20], 2)
  map.attributionControl.setPrefix('Natural Earth, public domain')
  const world = (await import('world-atlas/countries-50m.json')).default as Topology<{
    countries: GeometryCollection
  }>
  if (!map) return
  L.geoJSON(feature(world, world.objects.countries) as FeatureCollection, {
    style: () => ({ color: token('quiet'), weight: 1, fillColor: token('hill'), fillOpacity: 0.45 }),
    interactive: false,
  }).addTo(map)
  L.tileLayer('/api/places/tiles/{z}/{x}/{y}', {
    maxZoom: 17,
    errorTileUrl: 'data:image/gif;base64,R0lGODlhAQABAAAAACH5BAEKAAEALAAAAAABAAEAAAICTAEAOw==',
  }).addTo(map)
  graticule().addTo(map)
  marks.addTo(map)
  L.control.scale({ imperial: true }).addTo(map)
  place()
  look()
  map.on('click', (event) =>
    emit('pick', {
      latitude_deg: Number(event.latlng.lat.toFixed(6)),
      longitude_deg: Number(event.latlng.wrap().lng.toFixed(6)),
    }),
  )
})
function look(): void {
  const main = props.points.find((one) => one.main) ?? props.points[0]
  if (map && main) map.setView([main.latitude_deg, main.longitude_deg], Math.max(map.getZoom(), 6), { animate: false })
}
watch(
  () => JSON.stringify(props.points),
  () => {
    place()
    look()
  },
)
onBeforeUnmount(() => {
  map?.remove()
  map = null
})
</script>

<template>
  <div ref="host" class="map" role="application" aria-label="Map: click to take a place" />
</template>

<style>
.map {
  height: 340px;
  border: 1px solid var(--rule);
  border-radius: 6px;
  background: var(--stream-tint);
  font: inherit;
  z-index: 0;
}
.map .grat {
  font-size: 12px;
  color: var(--quiet);
  text-align: center;
  white-space: nowrap;
}
.map .leaflet-tooltip {
  background: var(--sheet);
  color: var(--ink);
  border: 1px solid var(--rule);
  box-shadow: none;
  font:
    600 13px 'Atkinson Hyperlegible Next Variable',
    sans-serif;
}
.map .leaflet-tooltip::before {
  display: none;
}
.map .leaflet-bar,
.map .leaflet-bar a {
  box-shadow: none;
  border-color: var(--quiet);
  background: var(--sheet);
  color: var(--ink);
}
.map .leaflet-control-scale-line,
.map .leaflet-control-attribution {
  background: var(--sheet);
  color: var(--ink);
  border-color: var(--ink);
}
.map .beam-letter {
  background: transparent;
  border: 0;
  color: var(--ochre);
  font-size: 18px;
}
</style>
