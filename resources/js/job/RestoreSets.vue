<script setup lang="ts">
import { computed } from 'vue'
import { t } from '../app/i18n'
import { dateTimeOf } from '../app/format'
import VerdictMark from '../app/VerdictMark.vue'
import type { JobAnswer } from '../generated/api'
import { useAnswer } from '../app/useAnswer'

/** Recovery backups of the phone and of its identity, to choose from by what they hold and not by their place. */
const props = defineProps<{ job: JobAnswer }>()
const emit = defineEmits<{ change: [body: { answers: JobAnswer['answers'] }] }>()
const { data } = useAnswer('/units/{unit}', () => ({ path: { unit: props.job.unit.label } }))
const sets = computed(() => (data.value?.backups ?? []).filter((backup) => backup.kind !== 'copies'))
const chosen = computed(() => props.job.answers.backup ?? null)
const choose = (backup: string | null): void => emit('change', { answers: { ...props.job.answers, backup } })
</script>

<template>
  <section class="mt-6" data-test="restore-sets">
    <h2>{{ t('job.restoreSets.backupBringBack') }}</h2>
    <p v-if="data && sets.length === 0" class="empty">
      {{ t('job.restoreSets.noRecoveryBackupRecorded', { label: job.unit.label }) }}
    </p>
    <div v-else class="scroll-x">
      <table class="rows">
        <thead>
          <tr>
            <th>
              <span class="visually-hidden">{{ t('job.restoreSets.chosen') }}</span>
            </th>
            <th>{{ t('job.restoreSets.set') }}</th>
            <th>{{ t('job.restoreSets.fits') }}</th>
            <th>{{ t('job.restoreSets.bringsBack') }}</th>
            <th>{{ t('job.restoreSets.takenFrom') }}</th>
            <th>{{ t('job.restoreSets.where') }}</th>
            <th>{{ t('job.restoreSets.made') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <td>
              <input
                type="radio"
                name="backup"
                :checked="chosen === null"
                :disabled="!!job.run"
                :aria-label="t('job.restoreSets.newestFits')"
                @change="choose(null)"
              />
            </td>
            <td colspan="6">{{ t('job.restoreSets.newestRecoveryBackupFits') }}</td>
          </tr>
          <tr v-for="set in sets" :key="set.id">
            <td>
              <input
                type="radio"
                name="backup"
                :checked="chosen === set.id"
                :disabled="!!job.run || set.misfit !== null || set.place === 'phone'"
                :aria-label="set.id"
                @change="choose(set.id)"
              />
            </td>
            <td>
              <b>{{ set.id }}</b>
              <div
                v-if="set.sha256"
                class="mono small mute sum"
                :title="t('job.restoreSets.sha256', { sha256: set.sha256 })"
              >
                {{ set.sha256.slice(0, 16) }}…
              </div>
            </td>
            <td>
              <VerdictMark v-if="set.misfit" level="stop" :words="t('common.no')" />
              <VerdictMark v-else-if="set.unknown" level="settle" :words="t('common.notKnown')" />
              <VerdictMark v-else level="clear" :words="t('common.yes')" />
              <div v-if="set.misfit" class="small mute">{{ set.misfit }}</div>
              <div v-else-if="set.unknown" class="small mute">
                {{ t('job.restoreSets.notRecorded', { unknown: set.unknown }) }}
              </div>
            </td>
            <td>{{ set.classes.join(', ') }}</td>
            <td>{{ set.base }}</td>
            <td>
              {{ set.place }}
              <div v-if="set.place === 'phone'" class="small mute">{{ t('job.restoreSets.copyOffPhoneFirst') }}</div>
            </td>
            <td>
              {{ dateTimeOf(set.madeAt) }}
              <div class="small mute">{{ set.age }}</div>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>

<style scoped>
.sum {
  overflow-wrap: anywhere;
}
</style>
