<script setup lang="ts">
import { ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { t } from '../app/i18n'
import ErrorNote from '../app/ErrorNote.vue'
import FileDrop from '../app/FileDrop.vue'
import type { IdentityAnswer } from '../generated/api'
import CandidateList from './CandidateList.vue'
import { useSend } from '../app/useSend'
import { asItIs, client } from '../app/client'

const open = defineModel<boolean>({ required: true })
const router = useRouter()

const way = ref<'look' | 'file'>('look')
const label = ref('')
const note = ref('')
const clues = ref({ model: '', codename: '', name: '', chipset: '' })
const dump = ref('')
const file = ref('')
const found = ref<IdentityAnswer | null>(null)
const chosen = ref<string | null>(null)
const { send, sendQuestion, refused, forget } = useSend()
const done = ref('')

watch(open, () => {
  forget()
  done.value = ''
})

async function look(): Promise<void> {
  const answer = await sendQuestion(() => client.POST('/identity', { body: { ...clues.value, dump: dump.value } }))
  if (!answer) return
  found.value = answer.data
  chosen.value = answer.data.answer
}

async function add(): Promise<void> {
  const body = { label: label.value, note: note.value, codename: chosen.value, dump: dump.value }
  const made = await send(() => client.POST('/units/new', { body }))
  if (!made) return
  open.value = false
  await router.push(`/bench/${made.data.label}`)
}

async function takeFile(): Promise<void> {
  const taken = await send(() => client.POST('/units', asItIs(file.value)))
  if (!taken) return
  const isPhone = taken.data.format === 'unit'
  done.value = isPhone ? t('bench.addPhoneDialog.phoneBench') : t('bench.addPhoneDialog.modelSheetWasTaken')
  file.value = ''
}
</script>

<template>
  <v-dialog v-model="open" max-width="760" scrollable :aria-label="t('bench.addPhoneDialog.addPhone')">
    <v-card class="pa-5">
      <h2>{{ t('bench.addPhoneDialog.addPhone') }}</h2>
      <div class="ways" role="group" :aria-label="t('bench.addPhoneDialog.how')">
        <button
          type="button"
          class="btn small"
          :class="{ on: way === 'look' }"
          :aria-pressed="way === 'look'"
          @click="way = 'look'"
        >
          {{ t('bench.addPhoneDialog.fromWhatShows') }}
        </button>
        <button
          type="button"
          class="btn small"
          :class="{ on: way === 'file' }"
          :aria-pressed="way === 'file'"
          @click="way = 'file'"
        >
          {{ t('bench.addPhoneDialog.fromFile') }}
        </button>
      </div>
      <ErrorNote :error="refused" />
      <p v-if="done" role="status">
        <b>{{ done }}</b>
      </p>
      <div v-if="way === 'look'" class="look">
        <div class="pair">
          <label
            >{{ t('bench.addPhoneDialog.labelItsSticker') }} <input v-model="label" name="label" class="mono"
          /></label>
          <label>{{ t('common.note') }} <input v-model="note" name="note" /></label>
        </div>
        <p class="mute small">
          {{ t('bench.addPhoneDialog.giveWhatYouCan') }}
        </p>
        <div class="pair">
          <label>{{ t('common.modelNumber') }} <input v-model="clues.model" name="model" class="mono" /></label>
          <label>{{ t('common.codename') }} <input v-model="clues.codename" name="codename" class="mono" /></label>
          <label>{{ t('common.shopName') }} <input v-model="clues.name" name="name" /></label>
          <label>{{ t('common.chipset') }} <input v-model="clues.chipset" name="chipset" /></label>
        </div>
        <FileDrop v-model="dump" :label="t('bench.addPhoneDialog.whateverPhonePrintedPasted')" name="dump" />
        <div>
          <button type="button" class="btn" @click="look">{{ t('bench.addPhoneDialog.whichModel') }}</button>
        </div>
        <template v-if="found">
          <p role="status">
            <b>{{ found.says }}</b>
          </p>
          <p v-if="found.read" class="mute small">
            {{ t('bench.addPhoneDialog.statementsRead', { count: found.read.statements })
            }}<template v-if="found.read.notUnderstood">{{
              t('bench.addPhoneDialog.linesNotUnderstood', { count: found.read.notUnderstood })
            }}</template
            >.
          </p>
          <CandidateList v-model="chosen" :candidates="found.candidates" />
        </template>
      </div>
      <div v-else class="look">
        <p class="mute small">
          {{ t('bench.addPhoneDialog.unitFileOrModel') }}
        </p>
        <FileDrop v-model="file" :label="t('bench.addPhoneDialog.unitOrModelSheet')" name="file" />
      </div>
      <div class="acts">
        <button type="button" class="btn" @click="open = false">{{ t('common.close') }}</button>
        <button v-if="way === 'look'" type="button" class="btn act" :disabled="label.trim() === ''" @click="add">
          {{
            chosen ? t('bench.addPhoneDialog.putBenchAs', { chosen }) : t('bench.addPhoneDialog.putBenchModelUnknown')
          }}
        </button>
        <button v-else type="button" class="btn act" :disabled="file.trim() === ''" @click="takeFile">
          {{ t('bench.addPhoneDialog.take') }}
        </button>
      </div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.ways {
  display: flex;
  gap: 8px;
  margin-bottom: 12px;
}
.ways .on {
  background: var(--slate-soft);
}
.look {
  display: grid;
  gap: 10px;
}
.pair {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(180px, 1fr));
  gap: 10px;
}
label {
  display: grid;
  gap: 3px;
  font-size: 13px;
  color: var(--mute);
}
.acts {
  display: flex;
  justify-content: flex-end;
  gap: 12px;
  margin-top: 16px;
  flex-wrap: wrap;
}
</style>
