<script setup lang="ts">
import { t } from '../app/i18n'
import type { Plan } from '../generated/api'
import { LEFT, RIGHT, type ScorePicture } from './useScorePicture'

const props = defineProps<{ plan: Plan; picture: ScorePicture }>()
const { axis, steps, stretches, words, battery, box } = props.picture
</script>

<template>
  <div>
    <div v-for="track in plan.tracks" :key="track.track" class="track">
      <span class="name">{{ track.track }}</span>
      <span
        v-for="segment in track.segments"
        :key="segment.from"
        class="segment"
        :class="segment.tone"
        :style="box(segment.from, segment.to)"
        :title="segment.label"
        >{{ segment.label }}</span
      >
    </div>
    <div class="track">
      <span class="name">{{ t('job.scoreTracks.neededFiles') }}</span>
      <span class="segment plain" :style="box(1, steps.length)">{{
        t('job.scoreTracks.computer', {
          checked: plan.kit.every((file) => file.integrity === 'verified')
            ? t('job.scoreTracks.checksumsVerified')
            : '',
        })
      }}</span>
    </div>
    <div v-if="battery" class="track tall">
      <span class="name">{{ t('common.battery') }}</span>
      <svg class="curve" :width="axis + LEFT + RIGHT" height="34" aria-hidden="true">
        <path :d="battery.path" />
        <text :x="LEFT + 4" :y="battery.y0 + 13">{{ battery.start }}</text>
        <text :x="LEFT + axis - 2" :y="battery.y1 + 13" text-anchor="end">{{ battery.end }} %</text>
      </svg>
    </div>
    <div class="track tall">
      <span class="name">{{ t('common.wayBack') }}</span>
      <span
        v-for="stretch in stretches"
        :key="stretch.from"
        class="back"
        :class="stretch.level"
        :style="box(stretch.from, stretch.to)"
        :title="stretch.text"
        >{{ words[stretch.level === 'free' && stretch.from > 1 ? t('job.scoreTracks.new') : stretch.level] }}</span
      >
    </div>
  </div>
</template>

<style scoped>
.name {
  fill: var(--mute);
  color: var(--mute);
  font-size: 13px;
}
svg {
  position: relative;
  display: block;
}
.track {
  position: relative;
  height: 26px;
}
.track.tall {
  height: 34px;
}
.name {
  position: absolute;
  left: 20px;
  top: 3px;
}
.segment {
  position: absolute;
  top: 1px;
  height: 22px;
  line-height: 22px;
  padding: 0 8px;
  font-size: 12px;
  border-radius: 2px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.segment.plain {
  background: var(--soft);
}
.segment.changed {
  background: var(--slate-soft);
  color: var(--slate);
}
.segment.new {
  background: var(--moss-soft);
  color: var(--moss);
}
.segment.erased {
  background: var(--paper);
  color: var(--plum);
  border: 1px dashed var(--plum);
  line-height: 20px;
}
.curve {
  position: absolute;
  left: 0;
  top: 0;
}
.curve path {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
}
.curve text {
  font:
    11px 'JetBrains Mono',
    monospace;
  fill: var(--ink);
}
.back {
  position: absolute;
  top: 6px;
  border-top: 3px solid var(--moss);
  color: var(--moss);
  font-size: 12px;
  padding: 2px 0 0 2px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.back.data-gone,
.back.no-system {
  border-color: var(--plum);
  color: var(--plum);
}
.back.no-system {
  border-top-style: double;
}
</style>
