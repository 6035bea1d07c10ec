<script setup lang="ts">
import { Upload } from 'tus-js-client'
import { ref, shallowReactive } from 'vue'
import { t } from '../app/i18n'
import { bytes, duration } from '../app/format'

/** Files on their way to the shelf, in pieces: a cut connection costs one piece and not the file. */
defineProps<{ plain?: boolean }>()
const emit = defineEmits<{ done: [name: string] }>()

interface Coming {
  file: File
  sent: number
  begun: number
  begunAt: number
  state: 'sending' | 'waiting' | 'stopped' | 'refused'
  says: string
  upload: Upload
}

const pieceBytes = 4 << 20
/** After the quick tries of the protocol an upload is tried at this pace, for as long as the page is open. */
const tryAgainMs = 5000
const coming = ref<Coming[]>([])
const picker = ref<HTMLInputElement>()

function take(files: File[]): void {
  for (const file of files) begin(file)
}

function begin(file: File): void {
  const token = document.querySelector<HTMLMetaElement>('meta[name="csrf-token"]')?.content ?? ''
  const row: Coming = shallowReactive({
    file,
    sent: 0,
    begun: -1,
    begunAt: 0,
    state: 'sending',
    says: '',
    upload: null as unknown as Upload,
  })
  row.upload = new Upload(file, {
    endpoint: '/api/uploads',
    chunkSize: pieceBytes,
    // A server that has to be started again first takes its time.
    retryDelays: [300, 1000, 3000, 5000, 10_000, 10_000, 20_000],
    headers: { 'X-CSRF-TOKEN': token, Accept: 'application/json' },
    metadata: { filename: file.name },
    removeFingerprintOnSuccess: true,
    onProgress: (sent) => {
      if (row.begun < 0) {
        row.begun = sent
        row.begunAt = Date.now()
      }
      row.sent = sent
      row.state = 'sending'
    },
    onShouldRetry: () => {
      row.state = 'waiting'
      return true
    },
    onError: (error) => {
      const response = (error as { originalResponse?: { getBody(): string; getStatus(): number } | null })
        .originalResponse
      if (!response || response.getStatus() >= 500) {
        row.state = 'waiting'
        window.setTimeout(() => {
          if (coming.value.includes(row)) void resume(row)
        }, tryAgainMs)
        return
      }
      const text = response.getBody() ?? ''
      const answer = text.startsWith('{')
        ? (JSON.parse(text) as { what?: string; todo?: string; message?: string })
        : null
      row.state = answer?.what ? 'refused' : 'stopped'
      row.says = answer?.what
        ? `${answer.what}. ${answer.todo ?? ''}`
        : t('shelf.uploadTray.applicationAnsweredStatusWhat', { response: response.getStatus() })
    },
    onSuccess: () => {
      coming.value = coming.value.filter((one) => one !== row)
      emit('done', file.name)
    },
  })
  coming.value.push(row)
  void resume(row)
}

async function resume(row: Coming): Promise<void> {
  if (row.state !== 'waiting') row.state = 'sending'
  row.says = ''
  const earlier = await row.upload.findPreviousUploads()
  if (earlier[0]) row.upload.resumeFromPreviousUpload(earlier[0])
  row.upload.start()
}

async function drop(row: Coming): Promise<void> {
  await row.upload.abort(true).catch(() => undefined)
  coming.value = coming.value.filter((one) => one !== row)
}

function timeLeft(row: Coming): string {
  const seconds = (Date.now() - row.begunAt) / 1000
  const rate = (row.sent - row.begun) / seconds
  return seconds > 1 && rate > 0
    ? t('shelf.uploadTray.left', { duration: duration((row.file.size - row.sent) / rate) })
    : ''
}

defineExpose({ take })
</script>

<template>
  <div class="tray">
    <input
      ref="picker"
      type="file"
      multiple
      class="visually-hidden"
      :aria-label="t('shelf.uploadTray.chooseFilesShelf')"
      @change="take([...(picker?.files ?? [])])"
    />
    <p v-if="!plain" class="mute small">
      {{ t('shelf.uploadTray.dropFilesAnywherePage') }}
      <button type="button" class="plain" @click="picker?.click()">{{ t('shelf.uploadTray.chooseThem') }}</button>{{
        t('shelf.uploadTray.filesFolderMachineNeed')
      }}
    </p>
    <div v-for="row in coming" :key="row.file.name + row.file.size" class="row" role="status">
      <b class="mono">{{ row.file.name }}</b>
      <progress
        :value="row.sent"
        :max="row.file.size"
        :aria-label="t('shelf.uploadTray.uploaded', { name: row.file.name })"
      />
      <span class="small"
        >{{ t('shelf.uploadTray.of', { sent: bytes(row.sent), size: bytes(row.file.size) })
        }}<template v-if="row.state === 'sending'">{{ timeLeft(row) }}</template
        ><template v-else-if="row.state === 'waiting'">{{ t('shelf.uploadTray.connectionGoneGoesBy') }}</template></span
      >
      <span v-if="row.says" class="small says">{{ row.says }}</span>
      <button
        v-if="row.state === 'stopped' || row.state === 'refused'"
        type="button"
        class="btn small"
        @click="resume(row)"
      >
        {{ t('shelf.uploadTray.go') }}
      </button>
      <button type="button" class="btn small" @click="drop(row)">{{ t('shelf.uploadTray.drop') }}</button>
    </div>
  </div>
</template>

<style scoped>
.tray p {
  margin: 0 0 10px;
}
.plain {
  background: none;
  border: 0;
  padding: 0;
  color: var(--slate);
  font: inherit;
  text-decoration: underline;
  cursor: pointer;
}
.row {
  display: flex;
  gap: 12px;
  align-items: center;
  flex-wrap: wrap;
  padding: 6px 0;
  border-bottom: 1px solid var(--line);
}
.row b {
  overflow-wrap: anywhere;
}
progress {
  width: 180px;
  accent-color: var(--slate);
}
.says {
  color: var(--plum);
  font-weight: 700;
}
</style>
