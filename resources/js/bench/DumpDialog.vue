<script setup lang="ts">
import { ref, watch } from 'vue'
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
  <v-dialog v-model="open" max-width="680" scrollable aria-label="Paste what the phone printed">
    <v-card class="pa-5">
      <h2>What {{ label }} printed</h2>
      <ErrorNote :error="refused" />
      <FileDrop
        v-model="text"
        label="Paste it, or drop its file: properties, bootloader variables, a listing, a log"
        name="dump"
      />
      <div v-if="answer" class="mt-3" role="status">
        <b>It says {{ answer.facts }} things about the phone.</b>
        <div v-for="symptom in answer.symptoms" :key="symptom.id" class="trouble">
          <b>{{ symptom.label }}</b>
          <span class="small mono">line {{ symptom.lineNumber }}: {{ symptom.line }}</span>
        </div>
        <div v-for="note in answer.sheet" :key="note" class="small">Model sheet: {{ note }}</div>
        <div v-if="answer.notUnderstood" class="small mute">{{ answer.notUnderstood }} lines were not understood.</div>
        <div v-if="answer.changes.length === 0" class="small">Nothing differs from what is known.</div>
        <div v-for="change in answer.changes" :key="change.name" class="small">
          {{ change.name }}: {{ change.from }} → <b>{{ change.to }}</b>
          <div class="mono mute">line {{ change.lineNumber }}: {{ change.line }}</div>
        </div>
      </div>
      <div class="acts">
        <button type="button" class="btn" @click="open = false">Close</button>
        <button v-if="answer === null" type="button" class="btn act" :disabled="text.trim() === ''" @click="read(true)">
          Read it
        </button>
        <button v-else type="button" class="btn act" @click="read(false)">Take it over</button>
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
