<script setup lang="ts">
import { computed, ref } from 'vue'
import { t } from '../app/i18n'
import ErrorNote from '../app/ErrorNote.vue'
import VerdictMark from '../app/VerdictMark.vue'
import type { MatrixAnswer, MatrixCellAnswer } from '../generated/api'
import { useAnswer } from '../app/useAnswer'
import { useSend } from '../app/useSend'
import { client } from '../app/client'

const props = defineProps<{ labels: string[] }>()

type Verdict = MatrixAnswer['verdicts'][number]
interface Group {
  codename: string
  units: { label: string; model: string | null; row: number }[]
  builds: { id: number; title: string; name: string; column: number; foreign: string }[]
  others: number
}

const { data, error } = useAnswer('/matrix', undefined, 15_000)
const fitsOnly = ref(false)
const everyBuild = ref(false)
const shown = ref<{ unit: string; build: string; verdict: Verdict; findings: MatrixCellAnswer['findings'] } | null>(
  null,
)
const { sendQuestion, refused } = useSend()

const verdictAt = (row: number, column: number): Verdict => data.value!.verdicts[data.value!.cells[row]![column]!]!
const isForeign = (verdict: Verdict): boolean => verdict.otherModel

/** One block for each codename: its phones, and the builds made for it or for a look-alike. */
const groups = computed<Group[]>(() => {
  const answer = data.value
  if (!answer) return []
  const made = new Map<string, Group>()
  answer.units.forEach((unit, row) => {
    if (!props.labels.includes(unit.label)) return
    const group = made.get(unit.codename) ?? { codename: unit.codename, units: [], builds: [], others: 0 }
    group.units.push({ label: unit.label, model: unit.model, row })
    made.set(unit.codename, group)
  })
  for (const group of made.values()) {
    answer.builds.forEach((build, column) => {
      const verdicts = group.units.map((unit) => verdictAt(unit.row, column))
      const foreign = verdicts.every(isForeign)
      const fits = verdicts.some((verdict) => verdict.level === 'clear')
      if ((foreign && !everyBuild.value) || (fitsOnly.value && !fits)) group.others++
      else
        group.builds.push({
          id: build.id,
          title: build.title,
          name: build.name,
          column,
          foreign: build.codenames.includes(group.codename) ? '' : build.codenames.join(', '),
        })
    })
  }
  return [...made.values()]
})
const withBuilds = computed(() => groups.value.filter((group) => group.builds.length > 0))
const without = computed(() => groups.value.filter((group) => group.builds.length === 0).map((group) => group.codename))

async function show(unit: Group['units'][number], build: Group['builds'][number]): Promise<void> {
  const cell = await sendQuestion(() =>
    client.GET('/matrix/cell', { params: { query: { unit: unit.label, package: build.id } } }),
  )
  if (!cell) return
  shown.value = {
    unit: unit.label,
    build: build.title,
    verdict: verdictAt(unit.row, build.column),
    findings: cell.data.findings.filter((finding) => finding.severity !== 'clear'),
  }
}
</script>

<template>
  <ErrorNote :error="refused ?? error" />
  <div class="bar small">
    <label><input v-model="fitsOnly" type="checkbox" /> {{ t('bench.fitMatrix.onlyBuildsFitOne') }}</label>
    <label><input v-model="everyBuild" type="checkbox" /> {{ t('bench.fitMatrix.buildsOtherPhonesToo') }}</label>
  </div>
  <div v-if="shown" class="cell-detail sheet" role="status">
    <div class="head">
      <b
        ><span class="mono">{{ shown.unit }}</span> · {{ shown.build }}</b
      ><button type="button" class="btn small" @click="shown = null">{{ t('common.close') }}</button>
    </div>
    <p v-if="shown.findings.length === 0">{{ t('bench.fitMatrix.fitsNothingElseBe') }}</p>
    <p v-for="finding in shown.findings" :key="finding.key" class="finding small">
      <VerdictMark :level="finding.severity" />
      <span
        ><b>{{ finding.need }}</b
        >: {{ finding.found }}. {{ finding.reason }} <i v-if="finding.remedy">{{ finding.remedy }}</i></span
      >
    </p>
  </div>
  <section v-for="group in withBuilds" :key="group.codename" class="group">
    <h2 class="mono">{{ group.codename }}</h2>
    <div class="scroll-x">
      <table class="matrix">
        <thead>
          <tr>
            <th scope="col">{{ t('common.build') }}</th>
            <th v-for="unit in group.units" :key="unit.label" scope="col">
              <span class="mono">{{ unit.label }}</span><span class="mute small model">{{
                unit.model ?? t('bench.fitMatrix.modelUnknown')
              }}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="build in group.builds" :key="build.id">
            <th scope="row">
              <b>{{ build.title }}</b><span v-if="build.foreign" class="mute small"
                >{{ ' ' }}{{ t('bench.fitMatrix.for') }} <span class="mono">{{ build.foreign }}</span></span
              ><span class="mono mute file">{{ build.name }}</span>
            </th>
            <td v-for="unit in group.units" :key="unit.label">
              <button
                type="button"
                class="cell"
                :title="verdictAt(unit.row, build.column).words"
                @click="show(unit, build)"
              >
                <VerdictMark
                  :level="verdictAt(unit.row, build.column).level"
                  :words="
                    verdictAt(unit.row, build.column).level === 'clear'
                      ? verdictAt(unit.row, build.column).words
                      : verdictAt(unit.row, build.column).level === 'stop'
                        ? t('bench.fitMatrix.doesNotFit')
                        : t('bench.fitMatrix.openQuestion')
                  "
                />
                <span v-if="verdictAt(unit.row, build.column).level !== 'clear'" class="mute small why">{{
                  verdictAt(unit.row, build.column).words
                }}</span>
              </button>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-if="group.others" class="mute small">
      {{ t('bench.fitMatrix.leftOutHere', { count: group.others }) }}
    </p>
  </section>
  <p v-if="without.length" class="mute">
    {{ t('bench.fitMatrix.noBuildShelf') }} <span class="mono">{{ without.join(', ') }}</span>.
  </p>
</template>

<style scoped>
.bar {
  display: flex;
  gap: 18px;
  margin-bottom: 12px;
  flex-wrap: wrap;
}
.cell-detail {
  padding: 10px 14px;
  margin-bottom: 16px;
}
.cell-detail .head {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 12px;
}
.finding {
  display: flex;
  gap: 10px;
  margin: 4px 0;
  align-items: baseline;
}
.group {
  margin-bottom: 20px;
}
h2 {
  margin-bottom: 4px;
}
.matrix {
  border-collapse: collapse;
  font-size: 13.5px;
  background: var(--paper);
  border: 1px solid var(--line);
}
.matrix th {
  text-align: left;
  font-weight: 400;
  padding: 5px 12px;
  border-bottom: 1px solid var(--line);
  vertical-align: top;
}
.matrix thead th {
  color: var(--ink);
  font-weight: 700;
}
.matrix td {
  border-bottom: 1px solid var(--line);
  border-left: 1px solid var(--line);
  padding: 0;
  vertical-align: top;
}
.model {
  display: block;
  font-weight: 400;
}
.cell {
  display: block;
  width: 100%;
  min-width: 190px;
  text-align: left;
  padding: 5px 12px;
  background: none;
  border: 0;
  font: inherit;
  color: inherit;
  cursor: pointer;
}
.cell:hover {
  background: var(--brass-soft);
}
.file {
  display: block;
  font-size: 11.5px;
  overflow-wrap: anywhere;
  max-width: 300px;
}
.why {
  display: block;
  max-width: 260px;
}
</style>
