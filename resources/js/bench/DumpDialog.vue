<script setup lang="ts">
import { ref, watch } from 'vue'
import { t } from '../app/i18n'
import ErrorNote from '../app/ErrorNote.vue'
import FileDrop from '../app/FileDrop.vue'
import type { DumpAnswer } from '../generated/api'
import { useSend } from '../app/useSend'
import { client } from '../app/client'

const props = defineProps<{ label: string }>()
const open = defineModel<boolean>({ required: true })

const text = ref('')
const answer = ref<DumpAnswer | null>(null)
const { send, sendQuestion, refused } = useSend()

watch(text, () => (answer.value = null))

async function read(dry: boolean): Promise<void> {
  const params = { path: { unit: props.label }, query: { dry } }
  const call = () => client.POST('/units/{unit}/dump', { params, body: { text: text.value } })
  const understood = await (dry ? sendQuestion(call) : send(call))
  answer.value = understood?.data ?? null
  if (understood && !dry) open.value = false
}
</script>

<template>
  <v-dialog v-model="open" max-width="680" scrollable :aria-label="t('bench.dumpDialog.pasteWhatPhonePrinted')">
    <v-card class="pa-5">
      <h2>{{ t('bench.dumpDialog.whatPrinted', { label }) }}</h2>
      <ErrorNote :error="refused" />
      <FileDrop v-model="text" :label="t('bench.dumpDialog.pasteOrDropIts')" name="dump" />
      <div v-if="answer" class="mt-3" role="status">
        <b>{{ t('bench.dumpDialog.saysThingsAboutPhone', { count: answer.facts }) }}</b>
        <div v-for="symptom in answer.symptoms" :key="symptom.id" class="trouble">
          <b>{{ symptom.label }}</b>
          <span class="small mono">{{
            t('bench.dumpDialog.line', { lineNumber: symptom.lineNumber, line: symptom.line })
          }}</span>
        </div>
        <div v-for="note in answer.sheet" :key="note" class="small">
          {{ t('bench.dumpDialog.modelSheet', { note }) }}
        </div>
        <div v-if="answer.notUnderstood" class="small mute">
          {{ t('bench.dumpDialog.linesWereNotUnderstood', { count: answer.notUnderstood }) }}
        </div>
        <div v-if="answer.changes.length === 0" class="small">{{ t('bench.dumpDialog.nothingDiffersFromWhat') }}</div>
        <div v-for="change in answer.changes" :key="change.name" class="small">
          {{ change.name }}: {{ change.from }} → <b>{{ change.to }}</b>
          <div class="mono mute">
            {{ t('bench.dumpDialog.line', { lineNumber: change.lineNumber, line: change.line }) }}
          </div>
        </div>
      </div>
      <div class="acts">
        <button type="button" class="btn" @click="open = false">{{ t('common.close') }}</button>
        <button v-if="answer === null" type="button" class="btn act" :disabled="text.trim() === ''" @click="read(true)">
          {{ t('bench.dumpDialog.read') }}
        </button>
        <button v-else type="button" class="btn act" @click="read(false)">{{ t('bench.dumpDialog.takeOver') }}</button>
      </div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.trouble {
  border-left: 4px solid var(--brass);
  padding-left: 10px;
  margin: 6px 0;
  display: grid;
}
.acts {
  display: flex;
  justify-content: flex-end;
  gap: 12px;
  margin-top: 16px;
}
</style>
