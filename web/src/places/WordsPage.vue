<script setup lang="ts">
/** The trade's words for those who know none of them, with the two angles shown as they are counted. */
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import { useWords } from '@/frame/words'
import WordPicture from '@/frame/WordPicture.vue'

const { terms } = useWords()
const find = ref(String(useRoute().query.find ?? ''))
const shown = computed(() => {
  const text = find.value.trim().toLowerCase()
  return [...(terms.value ?? [])]
    .filter((one) => `${one.word} ${one.meaning} ${one.reference ?? ''}`.toLowerCase().includes(text))
    .sort((a, b) => a.word.localeCompare(b.word))
})
</script>

<template>
  <main class="words">
    <h1>Words</h1>
    <div class="angles">
      <figure>
        <svg
          viewBox="-98 -90 196 180"
          role="img"
          aria-label="Azimuth seen from above: counted from true north, clockwise"
        >
          <circle r="70" fill="none" stroke="var(--rule)" stroke-width="1.5" />
          <path d="M0,-70V-80" stroke="var(--ink)" stroke-width="2" />
          <text y="-82" text-anchor="middle" font-size="12" font-weight="700" fill="var(--ink)">N true</text>
          <text x="73" y="4" font-size="11" fill="var(--quiet)">90°</text>
          <g class="turn">
            <path
              d="M0,8V-58M-6,-48L0,-60L6,-48"
              fill="none"
              stroke="var(--stream)"
              stroke-width="4"
              stroke-linecap="round"
              stroke-linejoin="round"
            />
          </g>
          <path d="M0,-36A36,36 0 0 1 34,-12" fill="none" stroke="var(--ochre)" stroke-width="2" />
          <path d="M34,-12l-8,-3l9,-5z" fill="var(--ochre)" />
        </svg>
        <figcaption><b>Azimuth</b>: left and right, from true north clockwise, seen from above</figcaption>
      </figure>
      <figure>
        <svg viewBox="-20 -150 180 180" role="img" aria-label="Elevation seen from the side: counted up from the level">
          <path d="M-10,0H150" stroke="var(--ink)" stroke-width="2" />
          <text x="146" y="18" text-anchor="end" font-size="12" fill="var(--quiet)">level</text>
          <text x="0" y="-134" font-size="12" fill="var(--quiet)">90° straight up</text>
          <g class="rise">
            <path
              d="M0,0H112M102,-6L114,0L102,6"
              fill="none"
              stroke="var(--stream)"
              stroke-width="4"
              stroke-linecap="round"
              stroke-linejoin="round"
            />
          </g>
          <path d="M60,0A60,60 0 0 0 37,-47" fill="none" stroke="var(--ochre)" stroke-width="2" />
          <path d="M37,-47l9,2l-6,6z" fill="var(--ochre)" />
        </svg>
        <figcaption><b>Elevation</b>: up, from the level, seen from the side</figcaption>
      </figure>
    </div>
    <label class="find">Find a word <input v-model="find" type="search" autocomplete="off" /></label>
    <dl>
      <div v-for="one in shown" :key="one.word">
        <dt>{{ one.word }}</dt>
        <dd>
          {{ one.meaning }} <span v-if="one.reference" class="quiet">{{ one.reference }}</span>
        </dd>
        <dd class="picture"><word-picture :word="one.word" :width="96" /></dd>
      </div>
    </dl>
    <p v-if="terms?.length && !shown.length" class="quiet">No word here holds “{{ find }}”.</p>
  </main>
</template>

<style scoped>
.words {
  width: min(860px, 100%);
  margin: 0 auto;
  padding: 24px;
  display: grid;
  gap: 20px;
}
h1 {
  font-size: 28px;
}
.angles {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(220px, 1fr));
  gap: 24px;
}
figure {
  margin: 0;
  text-align: center;
}
figure svg {
  width: min(240px, 100%);
  height: auto;
}
.turn {
  transform: rotate(62deg);
}
.rise {
  transform: rotate(-50deg);
}
@media (prefers-reduced-motion: no-preference) {
  .turn {
    animation: turn 5s ease-in-out infinite;
  }
  .rise {
    animation: rise 5s ease-in-out infinite;
  }
}
@keyframes turn {
  0%,
  10% {
    transform: rotate(0deg);
  }
  60%,
  100% {
    transform: rotate(62deg);
  }
}
@keyframes rise {
  0%,
  10% {
    transform: rotate(0deg);
  }
  60%,
  100% {
    transform: rotate(-50deg);
  }
}
.find {
  display: grid;
  gap: 4px;
  font-weight: 600;
  max-width: 320px;
}
dl {
  margin: 0;
  display: grid;
  gap: 0;
}
dl > div {
  display: grid;
  grid-template-columns: 170px 1fr 96px;
  gap: 16px;
  padding: 8px 0;
  border-top: 1px solid var(--rule);
}
dt {
  font-weight: 700;
}
dd {
  margin: 0;
}
@media (max-width: 600px) {
  dl > div {
    grid-template-columns: 1fr;
    gap: 0;
  }
}
</style>
