<script setup lang="ts">
import { computed, ref } from 'vue'
import { t } from '../app/i18n'
import { valueText } from '../app/format'
import { kindName } from '../app/names'
import schema from '../../../docs/formats/release-card.schema.json'
import ErrorNote from '../app/ErrorNote.vue'
import { fieldWords } from '../start/words'
import type { FileAnswer, PageProposalsAnswer } from '../generated/api'
import { factNames } from './names'
import { useSend } from '../app/useSend'
import { asItIs, client } from '../app/client'

/** The release card of a file: what its publisher requires and the file itself cannot say. */
const props = defineProps<{ file: FileAnswer }>()
const open = defineModel<boolean>({ required: true })

type Plain = Record<string, unknown>

const rows: {
  path: string
  label: string
  list?: boolean
  sentences?: boolean
  yesNo?: boolean
  choices?: string[]
}[] = [
  { path: 'family', label: t('shelf.cardDialog.nameWithoutVersion') },
  { path: 'versionName', label: t('shelf.cardDialog.version') },
  { path: 'publisher', label: t('shelf.cardDialog.publisher') },
  { path: 'channel', label: t('shelf.cardDialog.channel'), choices: ['stable', 'nightly'] },
  { path: 'official', label: t('shelf.cardDialog.official'), yesNo: true },
  { path: 'codenames', label: t('shelf.cardDialog.madeCodenames'), list: true },
  { path: 'models', label: t('shelf.cardDialog.acceptsModels'), list: true },
  { path: 'excludes', label: t('shelf.cardDialog.neverModels'), list: true },
  { path: 'chipsets', label: t('shelf.cardDialog.chipsets'), list: true },
  { path: 'architecture', label: t('common.processor'), choices: ['arm64', 'arm', 'arm_binder64', 'x86_64'] },
  { path: 'release', label: t('shelf.cardDialog.platformRelease') },
  { path: 'region', label: t('common.region') },
  { path: 'requires.firmware.min', label: t('shelf.cardDialog.needsFirmware') },
  { path: 'requires.firmware.slots', label: t('shelf.cardDialog.slots'), choices: ['both', 'next'] },
  { path: 'requires.vendor.min', label: t('shelf.cardDialog.needsVendor') },
  { path: 'requires.stockRelease', label: t('shelf.cardDialog.needsMakersRelease') },
  { path: 'requires.fixes', label: t('shelf.cardDialog.needsFixesAfter'), list: true },
  { path: 'requires.recovery.family', label: t('shelf.cardDialog.needsRecovery') },
  { path: 'requires.recovery.min', label: t('shelf.cardDialog.atLeastVersion') },
  { path: 'requires.recovery.abilities', label: t('shelf.cardDialog.can'), list: true },
  { path: 'requires.fileSystem', label: t('shelf.cardDialog.needsFileSystem') },
  { path: 'requires.erase', label: t('shelf.cardDialog.asks'), choices: ['wipe', 'format'] },
  { path: 'brings.services', label: t('common.bringsServices'), yesNo: true },
  { path: 'brings.recovery', label: t('shelf.cardDialog.bringsItsRecovery'), yesNo: true },
  { path: 'partition', label: t('shelf.cardDialog.belongsPartition') },
  { path: 'partOf', label: t('shelf.cardDialog.partBuild') },
  { path: 'abilities', label: t('shelf.cardDialog.recoveryCan'), list: true },
  { path: 'after', label: t('shelf.cardDialog.goesAfter'), list: true },
  { path: 'knownProblems', label: t('shelf.cardDialog.knownProblems'), sentences: true },
  { path: 'conditions', label: t('shelf.cardDialog.conditions'), sentences: true },
]
const kinds = schema.properties.kind.enum

const at = (document: Plain, path: string): unknown =>
  path.split('.').reduce<unknown>((value, key) => (value as Plain | undefined)?.[key], document)
const before = (props.file.card ?? {}) as Plain
const stated = (name: string): string => String(props.file.facts.find((fact) => fact.name === name)?.value ?? '')
const kind = ref(String(before.kind ?? stated('kind') ?? ''))
const texts = ref(
  Object.fromEntries(
    rows.map((row) => {
      const value = at(before, row.path)
      return [
        row.path,
        Array.isArray(value)
          ? value.join(row.sentences ? '\n' : ', ')
          : value === undefined
            ? ''
            : typeof value === 'boolean'
              ? value
                ? 'yes'
                : 'no'
              : String(value),
      ]
    }),
  ),
)
const { send, sendQuestion, refused } = useSend()

const card = computed<Plain>(() => {
  const out: Plain = {
    format: 'tornavis/release-card',
    version: 1,
    file: {
      name: props.file.name,
      sizeBytes: props.file.sizeBytes,
      ...(props.file.sha256 ? { sha256: props.file.sha256 } : {}),
    },
    kind: kind.value,
  }
  for (const [key, value] of Object.entries(before))
    if (!(key in out) && !rows.some((row) => row.path.split('.')[0] === key)) out[key] = value
  for (const row of rows) {
    const text = (texts.value[row.path] ?? '').trim()
    if (text === '') continue
    const keys = row.path.split('.')
    let place = out
    for (const key of keys.slice(0, -1)) place = (place[key] ??= {}) as Plain
    place[keys.at(-1)!] =
      row.list || row.sentences
        ? text
            .split(row.sentences ? '\n' : ',')
            .map((one) => one.trim())
            .filter(Boolean)
        : row.yesNo
          ? text === 'yes'
          : text
  }
  return out
})

/** The text of the build's page: each sentence that asks for something is proposed, and taken over one by one. */
const page = ref('')
const proposals = ref<PageProposalsAnswer['proposals']>([])
const taken = ref<Set<number>>(new Set())

async function readPage(): Promise<void> {
  const params = { path: { package: props.file.id } }
  const read = await sendQuestion(() => client.POST('/shelf/{package}/page', { params, body: { text: page.value } }))
  proposals.value = read?.data.proposals ?? []
  taken.value = new Set()
}

function takeOver(index: number): void {
  const { field, value } = proposals.value[index]!
  const row = rows.find((one) => one.path === field)
  const old = texts.value[field] ?? ''
  const joined = [old, valueText(value)].filter(Boolean).join(row?.sentences ? '\n' : ', ')
  texts.value = { ...texts.value, [field]: row?.list || row?.sentences ? joined : valueText(value) }
  taken.value = new Set([...taken.value, index])
}

async function write(): Promise<void> {
  const path = { package: props.file.id }
  const written = await send(() =>
    client.PUT('/shelf/{package}/card', { params: { path }, ...asItIs(JSON.stringify(card.value)) }),
  )
  if (written) open.value = false
}
</script>

<template>
  <v-dialog v-model="open" max-width="720" scrollable :aria-label="t('shelf.cardDialog.releaseCard')">
    <v-card class="pa-5">
      <h2>
        {{ t('shelf.cardDialog.releaseCard2') }} <span class="mono">{{ file.name }}</span>
      </h2>
      <p class="small mute">
        {{ t('shelf.cardDialog.liesBesideFileAs') }}
        <span class="mono">{{ t('shelf.cardDialog.cardJson', { name: file.name }) }}</span>
        {{ t('shelf.cardDialog.travelsWriteOnlyWhat') }}
      </p>
      <ErrorNote :error="refused" />
      <details class="page">
        <summary>{{ t('shelf.cardDialog.fillFromPublishersPage') }}</summary>
        <label
          >{{ t('shelf.cardDialog.pasteTextPage') }}
          <textarea v-model="page" name="page" rows="4" />
        </label>
        <button type="button" class="btn small" :disabled="page.trim() === ''" @click="readPage">
          {{ t('shelf.cardDialog.findWhatAsks') }}
        </button>
        <ul v-if="proposals.length" data-test="proposals">
          <li v-for="(one, index) in proposals" :key="index">
            <b>{{ fieldWords(one.field) }}: {{ valueText(one.value) }}</b>
            <span class="small mute">“{{ one.line.trim() }}”</span>
            <span v-if="one.disagrees" class="small other">{{
              t('shelf.cardDialog.fileItselfSays', { disagrees: one.disagrees })
            }}</span>
            <button type="button" class="btn small" :disabled="taken.has(index)" @click="takeOver(index)">
              {{ taken.has(index) ? t('shelf.cardDialog.takenOver') : t('shelf.cardDialog.takeOver') }}
            </button>
          </li>
        </ul>
      </details>
      <div class="grid">
        <label
          >{{ t('common.kind') }}
          <select v-model="kind" name="kind">
            <option v-for="one in kinds" :key="one" :value="one">{{ kindName(one) }}</option>
          </select></label
        >
        <label v-for="row in rows" :key="row.path"
          >{{ row.label }}
          <select v-if="row.choices || row.yesNo" v-model="texts[row.path]" :name="row.path">
            <option value="" />
            <option v-for="one in row.choices ?? ['yes', 'no']" :key="one">{{ one }}</option>
          </select>
          <textarea
            v-else-if="row.sentences"
            v-model="texts[row.path]"
            :name="row.path"
            rows="2"
            :placeholder="t('shelf.cardDialog.oneEachLine')"
          />
          <input
            v-else
            v-model="texts[row.path]"
            :name="row.path"
            :placeholder="row.list ? t('common.oneAnother') : (factNames[row.path] ?? '')"
          />
        </label>
      </div>
      <div class="acts">
        <button type="button" class="btn" @click="open = false">{{ t('common.close') }}</button><button
          type="button"
          class="btn act"
          :disabled="kind === ''"
          @click="write"
        >
          {{ t('shelf.cardDialog.writeCard') }}
        </button>
      </div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.page {
  margin-top: 10px;
}
.page label,
.page li {
  display: grid;
  gap: 4px;
  justify-items: start;
}
.page textarea {
  width: 100%;
}
.page ul {
  padding-left: 18px;
  display: grid;
  gap: 10px;
}
.other {
  color: var(--plum);
  font-weight: 700;
}
.grid {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
  gap: 10px 14px;
  margin-top: 10px;
}
.grid label {
  display: grid;
  gap: 2px;
  font-size: 12.5px;
  color: var(--mute);
}
.acts {
  display: flex;
  justify-content: flex-end;
  gap: 12px;
  margin-top: 16px;
}
</style>
