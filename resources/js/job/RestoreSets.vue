<script setup lang="ts">
import { computed } from 'vue'
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
    <h2>Backup to bring back</h2>
    <p v-if="data && sets.length === 0" class="empty">
      No recovery backup is recorded for {{ job.unit.label }}. Record it on the page of the phone.
    </p>
    <div v-else class="scroll-x">
      <table class="rows">
        <thead>
          <tr>
            <th><span class="visually-hidden">Chosen</span></th>
            <th>Set</th>
            <th>Fits</th>
            <th>Brings back</th>
            <th>Taken from</th>
            <th>Where it is</th>
            <th>Made</th>
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
                aria-label="The newest that fits"
                @change="choose(null)"
              />
            </td>
            <td colspan="6">The newest recovery backup that fits</td>
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
              <div v-if="set.sha256" class="mono small mute sum" :title="`SHA-256 ${set.sha256}`">
                {{ set.sha256.slice(0, 16) }}…
              </div>
            </td>
            <td>
              <VerdictMark v-if="set.misfit" level="stop" words="no" />
              <VerdictMark v-else-if="set.unknown" level="settle" words="not known" />
              <VerdictMark v-else level="clear" words="yes" />
              <div v-if="set.misfit" class="small mute">{{ set.misfit }}</div>
              <div v-else-if="set.unknown" class="small mute">Not recorded: {{ set.unknown }}.</div>
            </td>
            <td>{{ set.classes.join(', ') }}</td>
            <td>{{ set.base }}</td>
            <td>
              {{ set.place }}
              <div v-if="set.place === 'phone'" class="small mute">copy it off the phone first</div>
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
