<script setup lang="ts">
import { computed, onMounted, provide, ref } from 'vue'
import { useRouter } from 'vue-router'
import ErrorNote from '../app/ErrorNote.vue'
import FileDrop from '../app/FileDrop.vue'
import TopBar from '../app/TopBar.vue'
import type { ModelSheet } from '../generated/api'
import { blankSheet, classes, inForm, tidy, type SheetForm } from './blank'
import KeyRows from './KeyRows.vue'
import PartitionRows from './PartitionRows.vue'
import SheetField from './SheetField.vue'
import SheetHistory from './SheetHistory.vue'
import SheetSources from './SheetSources.vue'
import { firstFields, firstKey } from './first'
import { enteredOver, sourceOf } from './sources'
import SizeInput from './SizeInput.vue'
import UnlockField from './UnlockField.vue'
import VariantRows from './VariantRows.vue'
import { useAnswer } from '../app/useAnswer'
import { useSend } from '../app/useSend'
import { ApiError, client } from '../app/client'

const props = defineProps<{ codename: string }>()
const router = useRouter()
const fresh = computed(() => props.codename === 'new')
const sheet = ref<SheetForm>(blankSheet())
const before = ref<ModelSheet | null>(null)
const { send, sendQuestion, refused, forget } = useSend()
const unreadable = ref<ApiError | null>(null)
const kept = ref('')
const fromFile = ref('')
const saved = computed(() => JSON.stringify(tidy(sheet.value)) === kept.value)

const { data: asked } = useAnswer('/sheets/{sheet}/decides', () =>
  fresh.value ? null : { path: { sheet: props.codename } },
)
/** Fields that decide something for a job that is open, and those that nobody has read yet. */
const first = computed(() => firstFields(before.value, asked.value))
provide(firstKey, first)
/** A new sheet shows everything: nothing of it is known. */
const restOpen = computed(() => fresh.value || first.value.size === 0)

const source = (field: string) => sourceOf(sheet.value, field)

const words = (list: string[] | undefined): string => (list ?? []).join(', ')
const list = (text: string): string[] =>
  text
    .split(',')
    .map((one) => one.trim())
    .filter(Boolean)

async function load(): Promise<void> {
  if (fresh.value) return
  const there = await sendQuestion(() => client.GET('/sheets/{sheet}', { params: { path: { sheet: props.codename } } }))
  if (!there) return
  sheet.value = inForm(there.data)
  before.value = structuredClone(there.data)
  kept.value = JSON.stringify(tidy(sheet.value))
}

function startFrom(name: string): void {
  Object.assign(sheet.value, structuredClone(classes[name]!.sheet))
}

function takeFile(): void {
  try {
    const given = JSON.parse(fromFile.value) as ModelSheet
    sheet.value = given.version === 2 ? inForm(given) : { ...blankSheet(), ...inForm(given) }
    forget()
    unreadable.value = null
  } catch {
    unreadable.value = new ApiError('This is not JSON. Give a model sheet as it was saved here.')
  }
}

async function keep(): Promise<void> {
  unreadable.value = null
  const tidied = enteredOver(before.value, tidy(sheet.value))
  const path = { codename: tidied.codename }
  if (!(await send(() => client.PUT('/sheets/{codename}', { params: { path }, body: tidied })))) return
  sheet.value = inForm(tidied)
  before.value = JSON.parse(JSON.stringify(tidied)) as ModelSheet
  kept.value = JSON.stringify(tidy(sheet.value))
  if (fresh.value) await router.push(`/sheets/${tidied.codename}`)
}

async function remove(): Promise<void> {
  if (!window.confirm(`Delete the sheet of ${props.codename}?`)) return
  const path = { sheet: props.codename }
  if (await send(() => client.DELETE('/sheets/{sheet}', { params: { path } }))) await router.push('/bench')
}

onMounted(load)
</script>

<template>
  <TopBar>
    <h1>
      Model sheet <span class="mono">{{ fresh ? '' : codename }}</span>
    </h1>
    <div class="mute small">
      What is true of every phone with one codename. Each field says what it decides; what you do not know stays empty.
    </div>
    <template #acts>
      <a v-if="!fresh" class="btn" :href="`/api/sheets/${codename}`" :download="`${codename}.json`">Save as file</a>
      <button type="button" class="btn act" :disabled="saved || sheet.codename === ''" @click="keep">
        {{ saved ? 'Kept' : 'Keep this sheet' }}
      </button>
    </template>
  </TopBar>
  <div class="page">
    <ErrorNote :error="unreadable ?? refused" />
    <details v-if="fresh" class="mb-4">
      <summary>Take it from a file</summary>
      <FileDrop v-model="fromFile" label="A model sheet as JSON" name="sheet" /><button
        type="button"
        class="btn small mt-2"
        :disabled="fromFile === ''"
        @click="takeFile"
      >
        Fill the form from it
      </button>
    </details>
    <section v-show="first.size && !fresh">
      <h2>What the open jobs depend on, and what nobody has read yet</h2>
      <div id="sheet-first" />
    </section>
    <details class="rest" :open="restOpen">
      <summary>{{ fresh ? 'All fields' : 'All other fields' }}</summary>
      <SheetField label="Codename" field="codename" v-bind="source('codename')"
        ><label
          ><input
            v-model.trim="sheet.codename"
            name="codename"
            class="mono"
            :disabled="!fresh"
            placeholder="small letters, digits, _"
            aria-label="Codename" /></label
      ></SheetField>
      <SheetField label="Maker" field="maker" v-bind="source('maker')"
        ><label><input v-model.trim="sheet.maker" name="maker" aria-label="Maker" /></label
      ></SheetField>
      <SheetField label="Shop name" field="name" v-bind="source('name')"
        ><label><input v-model.trim="sheet.name" name="name" aria-label="Shop name" /></label
      ></SheetField>
      <SheetField label="Also sold as" field="alsoSoldAs"
        ><label
          ><input
            :value="words(sheet.alsoSoldAs)"
            name="alsoSoldAs"
            placeholder="one, another"
            aria-label="Also sold as"
            @change="sheet.alsoSoldAs = list(($event.target as HTMLInputElement).value)" /></label
      ></SheetField>
      <SheetField label="Variants" field="variants" v-bind="source('variants.model')"
        ><VariantRows v-model="sheet.variants"
      /></SheetField>
      <SheetField label="Processor" field="architecture" v-bind="source('architecture')"
        ><label
          ><select v-model="sheet.architecture" name="architecture" aria-label="Processor">
            <option v-if="sheet.version === 2" :value="undefined">not known</option>
            <option>arm64</option>
            <option>arm</option>
            <option>arm_binder64</option>
            <option>x86_64</option>
          </select></label
        ></SheetField
      >
      <SheetField label="Covered by builds for" field="aliases" v-bind="source('aliases')"
        ><label
          ><input
            :value="words(sheet.aliases)"
            name="aliases"
            class="mono"
            aria-label="Aliases"
            @change="sheet.aliases = list(($event.target as HTMLInputElement).value)" /></label
      ></SheetField>
      <SheetField label="Launched with api" field="launchApi" v-bind="source('launchApi')"
        ><label
          ><input
            v-model.number="sheet.launchApi"
            type="number"
            min="0"
            name="launchApi"
            aria-label="Launched with api" /></label
      ></SheetField>
      <SheetField v-if="fresh" label="Start from a usual table" field="partitions"
        ><button v-for="(one, key) in classes" :key="key" type="button" class="btn small" @click="startFrom(key)">
          {{ one.words }}
        </button></SheetField
      >
      <SheetField label="Slots" field="slots" v-bind="source('slots')"
        ><label
          ><select v-model="sheet.slots" name="slots" aria-label="Slots">
            <option v-if="sheet.version === 2" :value="undefined">not known</option>
            <option :value="1">one</option>
            <option :value="2">two</option>
          </select></label
        ></SheetField
      >
      <SheetField label="Recovery lives" field="recoveryHome" v-bind="source('recoveryHome')"
        ><label
          ><select v-model="sheet.recoveryHome" name="recoveryHome" aria-label="Recovery lives">
            <option v-if="sheet.version === 2" :value="undefined">not known</option>
            <option value="recovery">in its own partition</option>
            <option value="boot">in boot</option>
            <option value="vendor_boot">in vendor boot</option>
          </select></label
        ></SheetField
      >
      <SheetField label="Dynamic layout" field="dynamicLayout" v-bind="source('dynamicLayout')"
        ><label
          ><select v-model="sheet.dynamicLayout" name="dynamicLayout" aria-label="Dynamic layout">
            <option v-if="sheet.version === 2" :value="undefined">not known</option>
            <option value="native">native</option>
            <option value="retrofit">retrofit</option>
            <option value="none">none</option>
          </select></label
        ></SheetField
      >
      <SheetField v-if="sheet.dynamicLayout !== 'none'" label="Super" field="superBytes" v-bind="source('superBytes')"
        ><SizeInput v-model="sheet.superBytes" name="superBytes" label="Size of super"
      /></SheetField>
      <SheetField label="Partitions" field="partitions"><PartitionRows v-model="sheet.partitions" /></SheetField>
      <SheetField label="Keys" field="keys"><KeyRows v-model="sheet.keys" /></SheetField>
      <SheetField label="File systems" field="fileSystems" v-bind="source('fileSystems')"
        ><label v-for="one in ['f2fs', 'ext4']" :key="one"
          ><input v-model="sheet.fileSystems" type="checkbox" :value="one" /> {{ one }}</label
        ></SheetField
      >
      <SheetField label="Encryption" field="encryptions"
        ><label v-for="one in ['none', 'disk', 'file', 'metadata'] as const" :key="one"
          ><input v-model="sheet.encryptions" type="checkbox" :value="one" /> {{ one }}</label
        ></SheetField
      >
      <UnlockField v-model="sheet.unlock" />
      <SheetField label="Rollback index" field="rollbackIndex"
        ><label
          ><input
            v-model.number="sheet.rollbackIndex"
            type="number"
            min="0"
            name="rollbackIndex"
            aria-label="Rollback index" /></label
      ></SheetField>
      <SheetField label="Identity partition" field="identityPartition"
        ><label
          ><input
            v-model.trim="sheet.identityPartition"
            name="identityPartition"
            class="mono"
            aria-label="Identity partition" /></label
      ></SheetField>
      <SheetField label="PC flash mode" field="pcFlash"
        ><label><input v-model="sheet.pcFlash" type="checkbox" /> it has one</label></SheetField
      >
      <SheetField label="Second system" field="secondSystem"
        ><label><input v-model="sheet.secondSystem" type="checkbox" /> it can hold one</label></SheetField
      >
      <SheetField label="Battery" field="battery">
        <label
          >percent a minute while charging
          <input v-model.number="sheet.battery.chargePercentPerMinute" type="number" min="0" step="0.05" name="charge"
        /></label>
        <label
          >percent a minute with the screen on
          <input v-model.number="sheet.battery.drainPercentPerMinute" type="number" min="0" step="0.05" name="drain"
        /></label>
      </SheetField>
    </details>
    <SheetSources :sheet="sheet" />
    <SheetHistory v-if="!fresh" :codename="codename" @bring="(old) => (sheet = inForm(old))" />
    <p v-if="!fresh" class="mt-4">
      <button type="button" class="btn erase small" @click="remove">Delete this sheet</button>
    </p>
  </div>
</template>

<style scoped>
.rest > summary {
  cursor: pointer;
  padding: 10px 0;
  font-weight: 700;
}
</style>
