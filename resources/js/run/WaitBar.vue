<script setup lang="ts">
import { t } from '../app/i18n'
import { clock, duration } from '../app/format'
import type { Step } from '../job/scoreLayout'

/** How long a step has taken, against what is usual, slow, and too long. */
defineProps<{ step: Step; elapsed: number }>()
</script>

<template>
  <div class="wait">
    <span class="clock mono" role="timer">{{ clock(elapsed) }}</span>
    <svg class="wait-bar" viewBox="0 0 460 46" preserveAspectRatio="none" aria-hidden="true">
      <rect class="room" x="0" y="8" width="460" height="14" />
      <rect
        class="usual"
        :x="(460 * step.expectedSeconds * 0.8) / step.giveUpSeconds"
        y="8"
        :width="(460 * (step.longSeconds - step.expectedSeconds * 0.8)) / step.giveUpSeconds"
        height="14"
      />
      <rect class="gone" x="0" y="8" :width="Math.min(460, (460 * elapsed) / step.giveUpSeconds)" height="14" />
      <line class="end" x1="459" x2="459" y1="2" y2="28" />
    </svg>
    <span class="mute small legend">{{
      t('run.waitBar.usuallyUpGiveUp', {
        expectedSeconds: duration(step.expectedSeconds),
        longSeconds: duration(step.longSeconds),
        giveUpSeconds: duration(step.giveUpSeconds),
      })
    }}</span>
  </div>
</template>

<style scoped>
.wait {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  column-gap: 22px;
  align-items: center;
  max-width: 760px;
}
.clock {
  font-size: 52px;
  line-height: 1;
}
.wait-bar {
  width: 100%;
  height: 34px;
}
.legend {
  grid-column: 2;
}
.room {
  fill: var(--soft);
}
.usual {
  fill: var(--slate-soft);
}
.gone {
  fill: var(--brass);
}
.end {
  stroke: var(--plum);
  stroke-width: 3;
}
</style>
