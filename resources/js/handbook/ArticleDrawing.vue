<script setup lang="ts">
import { t } from '../app/i18n'
import InsidePicture from '../run/InsidePicture.vue'
import InsideSlot from '../run/InsideSlot.vue'
import type { Drawing } from './articles'
import { dataOf, recoveryIn, sample, verified } from './insideSamples'

/** The drawings of the articles, made of the parts that draw a simulated phone. */
defineProps<{ of: Drawing }>()

const phone = 5
const ladder = [3, 4, 5, 6]
</script>

<template>
  <InsidePicture v-if="of === 'slots'" :inside="sample" only="slots" />
  <InsidePicture v-else-if="of === 'super'" :inside="sample" only="super" />
  <InsidePicture v-else-if="of === 'data'" :inside="dataOf('disk')" only="data" />
  <InsidePicture v-else-if="of === 'data-open'" :inside="dataOf('file')" only="data" />
  <InsidePicture v-else-if="of === 'data-names'" :inside="dataOf('metadata')" only="data" />
  <InsidePicture v-else-if="of === 'data-wiped'" :inside="dataOf('wiped')" only="data" />
  <InsidePicture v-else-if="of === 'data-formatted'" :inside="dataOf('formatted')" only="data" />
  <InsideSlot v-else-if="of === 'recovery-own'" :holds="recoveryIn('recovery')" :second="false" />
  <InsideSlot v-else-if="of === 'recovery-boot'" :holds="recoveryIn('boot')" :second="false" />
  <InsideSlot v-else-if="of === 'recovery-vendor'" :holds="recoveryIn('vendor_boot')" :second="false" />
  <InsideSlot v-else-if="of === 'verification'" :holds="verified" :second="false" />
  <svg
    v-else-if="of === 'rollback'"
    viewBox="0 0 520 150"
    role="img"
    :aria-label="t('handbook.articleDrawing.phoneRemembersFirmwareOr', { phone })"
  >
    <line x1="20" x2="500" y1="96" y2="96" class="line" />
    <g v-for="(number, index) in ladder" :key="number">
      <rect :x="30 + index * 120" y="62" width="96" height="34" :class="number < phone ? 'refused' : 'taken'" />
      <text :x="78 + index * 120" y="84" class="in">{{ t('handbook.articleDrawing.firmware', { number }) }}</text>
      <text :x="78 + index * 120" y="48" class="says">
        {{ number < phone ? t('handbook.articleDrawing.refused') : t('handbook.articleDrawing.starts') }}
      </text>
    </g>
    <path d="M262 96v26" class="count" />
    <text x="262" y="140" class="says">{{ t('handbook.articleDrawing.phoneRemembers', { phone }) }}</text>
  </svg>
  <svg v-else viewBox="0 0 520 130" role="img" :aria-label="t('handbook.articleDrawing.computerStandsAt47')">
    <text x="20" y="30" class="left">{{ t('handbook.articleDrawing.computer') }}</text>
    <rect x="110" y="16" width="380" height="18" class="room" />
    <rect x="110" y="16" width="179" height="18" class="sent" />
    <text x="298" y="30" class="left">{{ t('handbook.articleDrawing.n47StaysThere') }}</text>
    <text x="20" y="84" class="left">{{ t('common.phone') }}</text>
    <rect x="110" y="70" width="380" height="18" class="room" />
    <rect x="110" y="70" width="179" height="18" class="sent" />
    <rect x="289" y="70" width="201" height="18" class="own" />
    <text x="118" y="110" class="left">{{ t('handbook.articleDrawing.takesFile') }}</text>
    <text x="296" y="110" class="left">{{ t('handbook.articleDrawing.installsStep22') }}</text>
  </svg>
</template>

<style scoped>
svg {
  max-width: 620px;
  width: 100%;
  border: 1px solid var(--line);
  border-radius: 3px;
  background: var(--paper);
}
text {
  font:
    12px 'Atkinson Hyperlegible',
    sans-serif;
  fill: var(--ink);
  text-anchor: middle;
}
.left {
  text-anchor: start;
}
.line,
.count {
  stroke: var(--slate);
  stroke-width: 2;
}
.taken {
  fill: var(--slate-soft);
  stroke: var(--slate);
}
.refused {
  fill: var(--plum-soft);
  stroke: var(--plum);
  stroke-dasharray: 4 3;
}
.room {
  fill: var(--soft);
}
.sent {
  fill: var(--slate);
}
.own {
  fill: var(--moss);
}
</style>
