<script setup lang="ts">
import { ref } from 'vue'
import { client, type Body } from '../app/client'
import ErrorNote from '../app/ErrorNote.vue'
import { dateTimeOf } from '../app/format'
import { useSend } from '../app/useSend'
import VerdictMark from '../app/VerdictMark.vue'
import type { UnitAnswer } from '../generated/api'

const props = defineProps<{ unit: string; backups: UnitAnswer['backups']; classes: UnitAnswer['classes'] }>()
const { send, refused } = useSend()

const kinds: Record<string, string> = {
  copies: 'Plain copies',
  recovery: 'Recovery backup',
  identity: 'Identity backup',
}
const empty = (): Body<'/units/{unit}/backups'> => ({ name: '', place: 'computer', kind: 'copies', classes: [] })
const form = ref(empty())

async function record(): Promise<void> {
  const path = { unit: props.unit }
  const taken = await send(() => client.POST('/units/{unit}/backups', { params: { path }, body: form.value }))
  if (taken) form.value = empty()
}
</script>

<template>
  <div v-if="backups.length" class="scroll-x">
    <table class="rows">
      <thead>
        <tr>
          <th>Set</th>
          <th>Brings back</th>
          <th>Where it is</th>
          <th>Made</th>
          <th>Can it go back now?</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="backup in backups" :key="backup.id">
          <td>
            <b>{{ backup.id }}</b>
            <div class="small mute">
              {{ kinds[backup.kind] }}<template v-if="backup.base">, from {{ backup.base }}</template>
            </div>
          </td>
          <td>{{ backup.classes.join(', ') }}</td>
          <td>{{ backup.place }}</td>
          <td>
            {{ dateTimeOf(backup.madeAt) }}
            <div class="small mute">{{ backup.age }}</div>
          </td>
          <td>
            <VerdictMark v-if="backup.misfit" level="stop" words="no" />
            <VerdictMark v-else-if="backup.unknown" level="settle" words="not known" />
            <VerdictMark v-else level="clear" words="yes" />
            <div v-if="backup.misfit" class="small mute">{{ backup.misfit }}</div>
            <div v-else-if="backup.unknown" class="small mute">Not recorded: {{ backup.unknown }}.</div>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
  <p v-else class="empty">No backup is recorded. Record one, so that plans know what it can bring back.</p>
  <form class="form" @submit.prevent="record">
    <h2>Record a backup</h2>
    <label>What you call it <input v-model="form.name" name="name" /></label>
    <label>Where it is kept <input v-model="form.place" name="place" /></label>
    <label
      >What it is
      <select v-model="form.kind" name="kind">
        <option v-for="(words, kind) in kinds" :key="kind" :value="kind">{{ words }}</option>
      </select>
    </label>
    <p class="small mute">
      {{
        form.kind === 'copies'
          ? 'Files that any system can take back.'
          : form.kind === 'recovery'
            ? 'Goes back only onto the system, firmware generation and encryption that the phone has now; ' +
              'these are kept with it.'
            : "The radio's serial numbers: they go back to this very phone and are never altered."
      }}
    </p>
    <label v-if="form.kind !== 'copies'"
      >SHA-256 of its file, where you have it <input v-model="form.sha256" name="sha256" class="mono" />
    </label>
    <fieldset>
      <legend>What it can bring back</legend>
      <label v-for="one in classes" :key="one.value"
        ><input v-model="form.classes" type="checkbox" :value="one.value" /> {{ one.label }}</label
      >
    </fieldset>
    <div>
      <button type="submit" class="btn act small" :disabled="form.name === '' || form.classes.length === 0">
        Record it
      </button>
    </div>
    <ErrorNote class="mt-3" :error="refused" />
  </form>
</template>

<style scoped>
.form {
  display: grid;
  gap: 10px;
  max-width: 520px;
  margin-top: 20px;
}
.form > label {
  display: grid;
  gap: 3px;
}
.form p {
  margin: 0;
}
fieldset {
  border: 1px solid var(--line);
  border-radius: 4px;
  padding: 8px 12px;
  display: grid;
  gap: 4px;
}
</style>
