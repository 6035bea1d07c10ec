<script setup lang="ts">
import { inSentence, t } from '../app/i18n'
import { encryptionName } from '../app/names'
import VerdictMark from '../app/VerdictMark.vue'
import type { UnitCard, UpdatesAnswer } from '../generated/api'
import BatteryBar from './BatteryBar.vue'
import SlotStrip from './SlotStrip.vue'
import WaitClock from './WaitClock.vue'
import { jobWords } from './words'

defineProps<{ unit: UnitCard; update?: UpdatesAnswer['updates'][number] }>()
defineEmits<{ newJob: [] }>()

const failed: Record<string, string> = {
  'boot-loop': t('bench.rackCard.loopsAtItsLogo'),
  stuck: t('bench.rackCard.stuck'),
  'locked-out': t('bench.rackCard.locksItsOwnerOut'),
  dead: t('bench.rackCard.showsNothing'),
}
</script>

<template>
  <article class="sheet card">
    <div class="head">
      <RouterLink class="codename mono" :to="`/bench/${unit.label}`">{{ unit.codename ?? '?' }}</RouterLink>
      <span class="mono label">{{ unit.label }}</span>
    </div>
    <div class="mute small">
      {{ unit.name ?? (unit.codename ? t('bench.rackCard.noModelSheet') : t('bench.rackCard.notIdentifiedYet'))
      }}<template v-if="unit.name || unit.model"> · {{ unit.model ?? t('bench.rackCard.modelNotReadYet') }}</template>
    </div>
    <SlotStrip class="slots" :slots="unit.slots" :second="unit.second" />
    <div v-if="unit.slots.length" class="state small">
      <span class="mute"
        >{{ unit.encryption === null ? t('bench.rackCard.encryptionUnknown') : encryptionName(unit.encryption) }},
        {{ unit.fileSystem ?? '?' }}</span
      >
      <BatteryBar :percent="unit.battery" />
    </div>
    <div v-if="unit.mode && failed[unit.mode]" class="small bad">{{ failed[unit.mode] }}</div>
    <div v-if="unit.conflicts" class="small">
      <VerdictMark
        level="settle"
        :count="unit.conflicts"
        :words="t('bench.rackCard.thingsDispute', { count: unit.conflicts })"
      />
    </div>
    <div v-if="unit.unknown.length > 5" class="mute small">
      {{ t('bench.rackCard.thingsNotKnownYet', { count: unit.unknown.length }) }}
    </div>
    <div v-else-if="unit.unknown.length" class="mute small">
      {{ t('bench.rackCard.notKnown', { unit: inSentence(unit.unknown.join(', ')) }) }}
    </div>
    <div v-if="update" class="small newer" :title="update.obstacle ?? update.worth">
      {{ t('bench.rackCard.shelf') }} <b>{{ update.build }}</b>.
      {{ update.obstacle ? t('bench.rackCard.cannotGoOverWhat') : update.worth }}
    </div>
    <div class="foot">
      <template v-if="unit.wait && unit.wait.leftSeconds > 0">
        <RouterLink class="to-job" :to="unit.job ? `/jobs/${unit.job.id}` : `/bench/${unit.label}`"
          ><VerdictMark level="note" :words="t('bench.rackCard.unlockWait')"
        /></RouterLink>
        <WaitClock :earliest="unit.wait.earliest" class="small" />
      </template>
      <template v-else-if="unit.job">
        <RouterLink class="to-job" :to="`/jobs/${unit.job.id}`">
          <VerdictMark
            :level="unit.job.run ? 'note' : unit.job.verdict.level"
            :count="unit.job.verdict.toSettle"
            :words="jobWords(unit.job)"
          />
        </RouterLink>
        <span class="mute small">{{ unit.job.build ?? unit.job.wanted }}</span>
        <button v-if="unit.job.run?.status === 'ended'" type="button" class="btn small" @click="$emit('newJob')">
          {{ t('bench.rackCard.planJob') }}
        </button>
      </template>
      <template v-else-if="unit.codename === null">
        <span class="mute">{{ t('bench.rackCard.notIdentified') }}</span>
        <RouterLink class="btn small" :to="`/bench/${unit.label}`">{{ t('bench.rackCard.identify') }}</RouterLink>
      </template>
      <template v-else>
        <span class="mute">{{ t('bench.rackCard.noJob') }}</span>
        <button type="button" class="btn small" @click="$emit('newJob')">{{ t('bench.rackCard.planJob') }}</button>
      </template>
    </div>
  </article>
</template>

<style scoped>
.card {
  padding: 12px 14px 10px;
  display: flex;
  flex-direction: column;
  gap: 6px;
  min-height: 205px;
}
.head {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
}
.codename {
  font-size: 20px;
  font-weight: 700;
  color: var(--ink);
  text-decoration: none;
}
.codename:hover {
  text-decoration: underline;
}
.label {
  color: var(--slate);
}
.newer {
  border-left: 3px solid var(--slate);
  padding-left: 8px;
}
.slots {
  margin: 4px 0;
}
.state {
  display: flex;
  justify-content: space-between;
}
.bad {
  color: var(--plum);
  font-weight: 700;
}
.foot {
  margin-top: auto;
  border-top: 1px solid var(--line);
  padding-top: 8px;
  display: flex;
  justify-content: space-between;
  align-items: center;
  min-height: 38px;
  gap: 10px;
}
.to-job {
  text-decoration: none;
}
.to-job:hover {
  text-decoration: underline;
}
</style>
