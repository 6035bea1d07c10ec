<script setup lang="ts">
import { computed, ref } from 'vue'
import { t } from './i18n'
import ErrorNote from './ErrorNote.vue'
import FileDrop from './FileDrop.vue'
import { uploadBench } from './uploadText'
import type { ArchiveIntakeAnswer } from '../generated/api'
import { useSend } from './useSend'
import { asItIs, client } from './client'

/** Takes a file in that this application has given out: first what it would change, then all of it or nothing. */
const props = defineProps<{
  title: string
  path: '/bench/archive' | '/log' | '/sheet-pack'
  label: string
  name: string
  large?: boolean
}>()
const open = defineModel<boolean>({ required: true })

const pieceBytes = 1 << 20
const arrived = ref({ text: '', id: '' })
const text = ref('')
const answer = ref<ArchiveIntakeAnswer | null>(null)
const { send, sendQuestion, refused, busy } = useSend()
const news = computed(() => (answer.value?.changes ?? []).filter((change) => change.change !== 'same'))
const shown = computed(() =>
  (answer.value?.changes ?? []).filter((change) => change.change !== 'same' || change.notes?.length),
)

async function take(dry: boolean): Promise<void> {
  const inPieces = props.large && text.value.length > pieceBytes
  const call = (): Taken => (inPieces ? takeLarge(dry) : takeWhole(dry))
  const taken = await (dry ? sendQuestion(call) : send(call))
  answer.value = taken?.data ?? null
}

type Taken = Promise<{ data?: ArchiveIntakeAnswer }>
const takeWhole = (dry: boolean): Taken =>
  client.POST(props.path, { params: { query: { dry } }, ...asItIs(text.value) })

/** A large file goes in pieces first, once for both looks at it. */
async function takeLarge(dry: boolean): Taken {
  if (arrived.value.text !== text.value) arrived.value = { text: text.value, id: await uploadBench(text.value) }
  return client.POST('/bench/archive', { params: { query: { dry, upload: arrived.value.id } }, ...asItIs('') })
}
</script>

<template>
  <v-dialog v-model="open" max-width="640" scrollable :aria-label="title">
    <v-card class="pa-5">
      <h2>{{ title }}</h2>
      <p class="small mb-3"><slot /></p>
      <ErrorNote :error="refused" />
      <FileDrop v-model="text" :label="label" :name="name" />
      <div v-if="answer" class="mt-3" role="status">
        <b>{{
          answer.dry
            ? news.length === 0
              ? t('app.takeInDialog.wouldChangeNothing')
              : t('app.takeInDialog.wouldChangeThings', { count: news.length, total: answer.changes.length })
            : t('app.takeInDialog.takenChangedWereSame', {
                count: news.length,
                same: answer.changes.length - news.length,
              })
        }}</b>
        <div class="list">
          <div v-for="change in shown" :key="change.what + change.name" class="small">
            <span class="mute">{{ change.change }}</span> {{ change.what }} <span class="mono">{{ change.name }}</span>
            <div v-for="note in change.notes ?? []" :key="note">{{ note }}</div>
          </div>
        </div>
      </div>
      <div class="acts">
        <button type="button" class="btn" @click="open = false">{{ t('common.close') }}</button>
        <button type="button" class="btn" :disabled="busy || text.trim() === ''" @click="take(true)">
          {{ busy ? t('app.takeInDialog.reading') : t('app.takeInDialog.whatWouldChange') }}
        </button>
        <button
          type="button"
          class="btn act"
          :disabled="busy || !answer?.dry || news.length === 0"
          @click="take(false)"
        >
          {{ t('app.takeInDialog.take') }}
        </button>
      </div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.acts {
  display: flex;
  justify-content: flex-end;
  gap: 12px;
  margin-top: 16px;
  flex-wrap: wrap;
}
.list {
  max-height: 220px;
  overflow: auto;
  margin-top: 4px;
}
</style>
