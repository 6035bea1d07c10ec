<script setup lang="ts">
import { computed } from 'vue'
import { t } from '../app/i18n'
import { duration } from '../app/format'
import type { PlanDifference } from '../generated/api'

const props = defineProps<{ difference: PlanDifference }>()

const marks = { added: 'new', gone: 'gone', moved: 'moved', changed: 'changed' } as const
const names = {
  steps: t('common.steps'),
  restarts: t('job.planDifference.restarts'),
  expectedSeconds: t('job.planDifference.time'),
  batteryAtEnd: t('job.planDifference.batteryAtEnd'),
} as const
const groups = computed(() =>
  [
    { title: t('common.steps'), lines: props.difference.steps },
    { title: t('job.planDifference.findings'), lines: props.difference.findings },
    { title: t('job.planDifference.whatLost'), lines: props.difference.losses },
  ].filter((group) => group.lines.length),
)
const figure = (name: keyof typeof names, value: number | null): string =>
  value === null
    ? '–'
    : name === 'expectedSeconds'
      ? duration(value)
      : name === 'batteryAtEnd'
        ? `${value} %`
        : String(value)
</script>

<template>
  <div class="difference" data-test="difference">
    <p v-if="!difference.changed" class="mute">{{ t('job.planDifference.nothingPlanWouldChange') }}</p>
    <table v-else class="rows">
      <tbody>
        <tr v-if="difference.before !== difference.after">
          <th scope="row">{{ t('job.planDifference.verdict') }}</th>
          <td>{{ difference.before }}</td>
          <td>
            <b>{{ difference.after }}</b>
          </td>
        </tr>
        <tr v-for="one in difference.figures" :key="one.name">
          <th scope="row">{{ names[one.name] }}</th>
          <td>{{ figure(one.name, one.before) }}</td>
          <td>
            <b>{{ figure(one.name, one.after) }}</b><template
              v-if="one.name === 'expectedSeconds' && one.before !== null && one.after !== null"
              >, {{ duration(Math.abs(one.after - one.before)) }}
              {{ one.after > one.before ? t('job.planDifference.longer') : t('job.planDifference.shorter') }}</template
            >
          </td>
        </tr>
      </tbody>
    </table>
    <section v-for="group in groups" :key="group.title">
      <h4>{{ group.title }}</h4>
      <div v-for="line in group.lines" :key="line.key" class="line">
        <span class="mark" :class="line.change">{{ marks[line.change] }}</span><span
          >{{ line.title }} <span class="mute">{{ line.how }}</span></span
        >
      </div>
    </section>
  </div>
</template>

<style scoped>
.difference {
  display: grid;
  gap: 8px;
  font-size: 13.5px;
}
table {
  width: auto;
}
table td,
table th {
  padding-right: 28px;
}
h4 {
  margin: 4px 0 2px;
  font-size: 13px;
  color: var(--slate);
}
.line {
  display: grid;
  grid-template-columns: 68px minmax(0, 1fr);
  padding: 1px 0;
}
.mark {
  color: var(--mute);
  font-size: 12.5px;
}
.mark.added {
  color: var(--moss);
  font-weight: 700;
}
.mark.gone {
  color: var(--plum);
  font-weight: 700;
}
</style>
