<script setup lang="ts">
import { ref } from 'vue'
import { t } from '../app/i18n'
import ErrorNote from '../app/ErrorNote.vue'
import type { SymptomsAnswer } from '../generated/api'
import { useSend } from '../app/useSend'
import { client } from '../app/client'

/** For practice on a simulated phone: what goes wrong next, and when. */
const props = defineProps<{ run: number }>()
const faults = ref<SymptomsAnswer['faults']>([])
const kind = ref('')
const percent = ref(40)
const set = ref('')
const { send, sendQuestion, refused } = useSend()

async function open(event: Event): Promise<void> {
  if (!(event.target as HTMLDetailsElement).open || faults.value.length) return
  const found = await sendQuestion(() => client.GET('/runs/{run}/symptoms', { params: { path: { run: props.run } } }))
  faults.value = found?.data.faults ?? []
}

async function strike(): Promise<void> {
  const body = { kind: kind.value, atPercent: percent.value }
  const struck = await send(() => client.POST('/runs/{run}/fault', { params: { path: { run: props.run } }, body }))
  if (struck) set.value = faults.value.find((fault) => fault.value === kind.value)?.label ?? ''
}
</script>

<template>
  <details class="faults small" @toggle="open">
    <summary>{{ t('run.faultDrawer.practiceLetSomethingGo') }}</summary>
    <form @submit.prevent="strike">
      <label
        >{{ t('common.what') }}
        <select v-model="kind" :aria-label="t('run.faultDrawer.whatGoesWrong')">
          <option value="" disabled>{{ t('run.faultDrawer.choose') }}</option>
          <option v-for="fault in faults" :key="fault.value" :value="fault.value">{{ fault.label }}</option>
        </select></label
      >
      <label
        >{{ t('run.faultDrawer.atPercent') }}
        <input v-model.number="percent" type="number" min="0" max="100" class="mono"
      /></label>
      <button type="submit" class="btn small" :disabled="kind === ''">{{ t('run.faultDrawer.letGoWrong') }}</button>
    </form>
    <p v-if="set" class="mute" role="status">{{ t('run.faultDrawer.willStrikeNextTime', { set }) }}</p>
    <ErrorNote :error="refused" />
  </details>
</template>

<style scoped>
.faults {
  border-top: 1px solid var(--line);
  margin-top: 14px;
  padding-top: 8px;
}
summary {
  cursor: pointer;
  color: var(--mute);
}
form {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: end;
  padding-top: 8px;
}
label {
  display: grid;
  gap: 2px;
  color: var(--mute);
}
select {
  max-width: 230px;
}
input {
  width: 70px;
}
</style>
