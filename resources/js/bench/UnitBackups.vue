<script setup lang="ts">
import { ref } from 'vue'
import { t } from '../app/i18n'
import { client, type Body } from '../app/client'
import ErrorNote from '../app/ErrorNote.vue'
import { dateTimeOf } from '../app/format'
import { useSend } from '../app/useSend'
import VerdictMark from '../app/VerdictMark.vue'
import type { UnitAnswer } from '../generated/api'

const props = defineProps<{ unit: string; backups: UnitAnswer['backups']; classes: UnitAnswer['classes'] }>()
const { send, refused } = useSend()

const kinds: Record<string, string> = {
  copies: t('bench.unitBackups.plainCopies'),
  recovery: t('bench.unitBackups.recoveryBackup'),
  identity: t('bench.unitBackups.identityBackup'),
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
          <th>{{ t('bench.unitBackups.set') }}</th>
          <th>{{ t('bench.unitBackups.bringsBack') }}</th>
          <th>{{ t('bench.unitBackups.where') }}</th>
          <th>{{ t('bench.unitBackups.made') }}</th>
          <th>{{ t('bench.unitBackups.canGoBackNow') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="backup in backups" :key="backup.id">
          <td>
            <b>{{ backup.id }}</b>
            <div class="small mute">
              {{ kinds[backup.kind]
              }}<template v-if="backup.base">{{ t('bench.unitBackups.from', { base: backup.base }) }}</template>
            </div>
          </td>
          <td>{{ backup.classes.join(', ') }}</td>
          <td>{{ backup.place }}</td>
          <td>
            {{ dateTimeOf(backup.madeAt) }}
            <div class="small mute">{{ backup.age }}</div>
          </td>
          <td>
            <VerdictMark v-if="backup.misfit" level="stop" :words="t('common.no')" />
            <VerdictMark v-else-if="backup.unknown" level="settle" :words="t('common.notKnown')" />
            <VerdictMark v-else level="clear" :words="t('common.yes')" />
            <div v-if="backup.misfit" class="small mute">{{ backup.misfit }}</div>
            <div v-else-if="backup.unknown" class="small mute">
              {{ t('bench.unitBackups.notRecorded', { unknown: backup.unknown }) }}
            </div>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
  <p v-else class="empty">{{ t('bench.unitBackups.noBackupRecordedRecord') }}</p>
  <form class="form" @submit.prevent="record">
    <h2>{{ t('bench.unitBackups.recordBackup') }}</h2>
    <label>{{ t('bench.unitBackups.whatYouCall') }} <input v-model="form.name" name="name" /></label>
    <label>{{ t('bench.unitBackups.whereKept') }} <input v-model="form.place" name="place" /></label>
    <label
      >{{ t('bench.unitBackups.what') }}
      <select v-model="form.kind" name="kind">
        <option v-for="(words, kind) in kinds" :key="kind" :value="kind">{{ words }}</option>
      </select>
    </label>
    <p class="small mute">
      {{
        form.kind === 'copies'
          ? t('bench.unitBackups.filesAnySystemCan')
          : form.kind === 'recovery'
            ? t('bench.unitBackups.goesBackOnlyOnto')
            : t('bench.unitBackups.radiosSerialNumbersThey')
      }}
    </p>
    <label v-if="form.kind !== 'copies'"
      >{{ t('bench.unitBackups.sha256ItsFile') }} <input v-model="form.sha256" name="sha256" class="mono" />
    </label>
    <fieldset>
      <legend>{{ t('bench.unitBackups.whatCanBringBack') }}</legend>
      <label v-for="one in classes" :key="one.value"
        ><input v-model="form.classes" type="checkbox" :value="one.value" /> {{ one.label }}</label
      >
    </fieldset>
    <div>
      <button type="submit" class="btn act small" :disabled="form.name === '' || form.classes.length === 0">
        {{ t('bench.unitBackups.record') }}
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
