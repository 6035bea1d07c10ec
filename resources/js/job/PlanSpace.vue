<script setup lang="ts">
import { computed } from 'vue'
import { t } from '../app/i18n'
import { bytes, exactBytes, slotName } from '../app/format'
import type { Plan } from '../generated/api'

type Space = NonNullable<Plan['space']>
type Part = Space['before'][number]

/** The room in super before, while and after the work, as three bars on one scale. */
const props = defineProps<{ space: Space }>()

const stages = computed(() => [
  { name: t('job.planSpace.before'), parts: props.space.before },
  { name: t('job.planSpace.during'), parts: props.space.during },
  { name: t('job.planSpace.after'), parts: props.space.after },
])
const sum = (parts: Part[]): number => parts.reduce((total, part) => total + part.bytes, 0)
const scale = computed(() => Math.max(props.space.superBytes, ...stages.value.map((stage) => sum(stage.parts))))
const same = (one: Part, other: Part): boolean =>
  one.slot === other.slot && one.partition === other.partition && one.bytes === other.bytes
const tone = (part: Part): string =>
  props.space.remove.some((one) => same(one, part))
    ? 'gone'
    : props.space.before.some((one) => same(one, part))
      ? 'stays'
      : 'new'
const label = (part: Part): string => (part.slot === '-' ? part.partition : `${part.partition} ${slotName(part.slot)}`)
const placed = (parts: Part[]): (Part & { x: number; width: number })[] => {
  let at = 0
  return parts.map((part) => {
    const x = at
    at += (1000 * part.bytes) / scale.value
    return { ...part, x, width: Math.max(2, (1000 * part.bytes) / scale.value - 2) }
  })
}
</script>

<template>
  <section class="mt-6" data-test="space">
    <h2>{{ t('job.planSpace.roomSuper') }}</h2>
    <p v-if="space.missingBytes" class="short">
      {{ t('job.planSpace.missingEvenWithoutEverything', { missingBytes: exactBytes(space.missingBytes) }) }}
    </p>
    <p v-else-if="space.remove.length" class="mute">
      {{
        t('job.planSpace.fitsOnceRemovedNothing', {
          space: space.remove.map(label).join(', '),
          count: space.remove.length,
        })
      }}
    </p>
    <div v-for="stage in stages" :key="stage.name" class="stage">
      <span class="mute">{{ stage.name }}</span>
      <svg
        viewBox="0 0 1000 26"
        preserveAspectRatio="none"
        role="img"
        :aria-label="`${stage.name}: ${stage.parts.map((part) => `${label(part)} ${bytes(part.bytes)}`).join(', ')}`"
      >
        <rect x="0" y="0" :width="(1000 * space.superBytes) / scale" height="26" class="room" />
        <g v-for="part in placed(stage.parts)" :key="label(part)">
          <title>{{ label(part) }}: {{ exactBytes(part.bytes) }}</title>
          <rect :x="part.x" y="3" :width="part.width" height="20" :class="tone(part)" />
        </g>
      </svg>
      <span class="mono small">{{ bytes(sum(stage.parts)) }}</span>
      <div class="names small">
        <span v-for="part in stage.parts" :key="label(part)" :class="tone(part)"
          ><i />{{ label(part) }} {{ bytes(part.bytes) }}</span
        >
      </div>
    </div>
    <p class="mute small">
      {{ t('job.planSpace.whatWasNotRead', { superBytes: bytes(space.superBytes) }) }}
    </p>
  </section>
</template>

<style scoped>
.stage {
  display: grid;
  grid-template-columns: 56px minmax(0, 1fr) 74px;
  gap: 2px 10px;
  align-items: center;
  padding: 4px 0;
}
svg {
  width: 100%;
  height: 26px;
  display: block;
}
.room {
  fill: none;
  stroke: var(--line);
}
rect.stays {
  fill: var(--slate-soft);
  stroke: var(--slate);
}
rect.new {
  fill: var(--moss-soft);
  stroke: var(--moss);
}
rect.gone {
  fill: var(--plum-soft);
  stroke: var(--plum);
  stroke-dasharray: 5 3;
}
.names {
  grid-column: 2 / 4;
  display: flex;
  flex-wrap: wrap;
  gap: 1px 14px;
  color: var(--mute);
}
.names i {
  display: inline-block;
  width: 9px;
  height: 9px;
  margin-right: 5px;
  border: 1px solid var(--slate);
  background: var(--slate-soft);
}
.names .new i {
  border-color: var(--moss);
  background: var(--moss-soft);
}
.names .gone {
  color: var(--plum);
  text-decoration: line-through;
}
.names .gone i {
  border-color: var(--plum);
  background: var(--plum-soft);
}
.short {
  color: var(--plum);
  font-weight: 700;
}
</style>
