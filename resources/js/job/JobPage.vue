<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { inSentence, t } from '../app/i18n'
import ErrorNote from '../app/ErrorNote.vue'
import PlanDifference from './PlanDifference.vue'
import { duration } from '../app/format'
import TopBar from '../app/TopBar.vue'
import { useKeys } from '../app/useKeys'
import VerdictMark from '../app/VerdictMark.vue'
import { runWords } from '../bench/words'
import RunSection from '../run/RunSection.vue'
import FitSection from './FitSection.vue'
import KitSection from './KitSection.vue'
import PrepareSection from './PrepareSection.vue'
import RecordSection from './RecordSection.vue'
import ScoreSection from './ScoreSection.vue'
import { useJob } from './useJob'
import { client } from '../app/client'

const props = defineProps<{ id: string; section?: string }>()
const router = useRouter()
const { job, error, load, change, send, refused } = useJob(() => Number(props.id))

const sections = ['fit', 'kit', 'prepare', 'score', 'run', 'record'] as const
const names: Record<string, string> = {
  fit: t('job.jobPage.fit'),
  kit: t('job.jobPage.kit'),
  prepare: t('job.jobPage.prepare'),
  score: t('job.jobPage.score'),
  run: t('job.jobPage.run'),
  record: t('job.jobPage.record'),
}
const plan = computed(() => job.value?.plan ?? null)
const here = computed(
  () =>
    props.section ||
    (job.value?.run
      ? 'run'
      : plan.value?.verdict.level === 'clear'
        ? 'score'
        : badge.value.prepare && !badge.value.fit
          ? 'prepare'
          : 'fit'),
)
const open = computed(() =>
  (job.value?.findings ?? []).filter((finding) => finding.severity === 'settle' || finding.severity === 'stop'),
)
/** What stands open in each section, beside its name. */
const badge = computed<Record<string, string>>(() => {
  if (job.value?.run) return {}
  const prepare = open.value.filter((finding) => finding.area === 'prepare').length
  const fit = open.value.length - prepare
  return { ...(fit ? { fit: `${fit}` } : {}), ...(prepare ? { prepare: `${prepare}` } : {}) }
})

/**
 * The label is asked for during a run and has to be read from the phone, so that it stands nowhere on the page then.
 * That holds for the whole run: what this page knows of it may be some seconds older than the gate.
 */
const hidesLabel = computed(() => {
  const run = job.value?.run
  return here.value === 'run' && !!run && !['ended', 'stopped'].includes(run.status)
})

/** How the packages get in, as far as the plan says it. */
const route = computed(() => {
  const operations = new Set((plan.value?.steps ?? []).map((step) => step.operation))
  return operations.has('sideload')
    ? t('job.jobPage.bySideload')
    : operations.has('install')
      ? t('job.jobPage.fromStorage')
      : operations.has('pc-flash')
        ? t('job.jobPage.byPcFlash')
        : ''
})

function go(section: string): void {
  void router.push(`/jobs/${props.id}/${section}`)
}

/** The run is being begun: the page says so, and takes no second click for a second run. */
const starting = ref(false)
async function start(link: 'stand-in' | 'hands'): Promise<void> {
  if (starting.value) return
  starting.value = true
  const path = { job: Number(props.id) }
  const body = { link, seal: job.value?.seal ?? '' }
  if (await send(() => client.POST('/jobs/{job}/run', { params: { path }, body }))) go('run')
  // Also after a refusal: the page may have shown a plan that has changed since, or a run begun elsewhere.
  await load()
  starting.value = false
}

watch(
  () => props.section,
  () => void load(),
)
useKeys(Object.fromEntries(sections.map((section, index) => [String(index + 1), () => go(section)])))
</script>

<template>
  <TopBar>
    <h1 v-if="plan && job">
      <span class="mono">{{ plan.codename }}</span>{{ hidesLabel ? '' : ` ${plan.unit}` }} →
      {{ plan.build ?? inSentence(job.wanted) }}
    </h1>
    <div v-if="plan && job" class="mute small">
      {{ job.wanted }}{{ route
      }}<template v-if="plan.budget"
        >{{ ' '
        }}{{
          t('job.jobPage.stepsWhenSlowBattery', {
            count: plan.steps.length,
            expectedSeconds: duration(plan.budget.expectedSeconds),
            longSeconds: duration(plan.budget.longSeconds),
            battery: plan.budget.batteryAtEnd ?? '?',
          })
        }}<template v-if="plan.budget.learnedFromRuns"
          >{{ ' '
          }}{{ t('job.jobPage.timesFromRunsModel', { learnedFromRuns: plan.budget.learnedFromRuns }) }}</template
        ></template
      ><template v-if="job.reading && !job.run"
        >{{ ' ' }}{{ t('job.jobPage.readingKit', { count: job.reading }) }}</template
      >
    </div>
    <template v-if="plan && job" #acts>
      <VerdictMark v-if="job.run" level="note" :words="runWords(job.run.status)" />
      <VerdictMark v-else :level="plan.verdict.level" :count="plan.verdict.toSettle" :words="plan.verdict.words" />
      <button
        v-if="!job.run && plan.verdict.level === 'clear'"
        type="button"
        class="btn act"
        :disabled="starting"
        @click="start('stand-in')"
      >
        {{ starting ? t('job.jobPage.startingRun') : t('job.jobPage.startRun') }}
      </button>
      <button
        v-else-if="!job.run && here !== 'fit' && here !== 'prepare'"
        type="button"
        class="btn act"
        @click="go(badge.fit ? 'fit' : 'prepare')"
      >
        {{ plan.verdict.level === 'stop' ? t('job.jobPage.seeWhy') : t('job.jobPage.decide') }}
      </button>
      <button
        v-else-if="job.run && here !== 'run' && job.run.status !== 'ended'"
        type="button"
        class="btn act"
        @click="go('run')"
      >
        {{ t('job.jobPage.openRun') }}
      </button>
    </template>
  </TopBar>
  <nav class="index no-print" :aria-label="t('job.jobPage.sectionsJob')">
    <RouterLink
      v-for="(name, index) in sections"
      :key="name"
      :to="`/jobs/${id}/${name}`"
      class="entry"
      :class="{ on: here === name }"
      :aria-current="here === name ? 'page' : undefined"
    >
      <span class="mono number">{{ index + 1 }}</span>{{ names[name]
      }}<em v-if="badge[name]"
        >{{ badge[name] }}<span class="open-word">{{ ' ' }}{{ t('job.jobPage.open') }}</span></em
      >
    </RouterLink>
  </nav>
  <div v-if="error || refused" class="page">
    <ErrorNote :error="refused ?? error" />
    <section v-if="refused?.answer?.difference" class="sheet moved">
      <PlanDifference :difference="refused.answer.difference" />
    </section>
  </div>
  <template v-if="job && plan">
    <FitSection v-if="here === 'fit'" :job="job" @change="change" />
    <KitSection v-else-if="here === 'kit'" :job="job" @change="change" />
    <PrepareSection v-else-if="here === 'prepare'" :job="job" @change="change" />
    <ScoreSection v-else-if="here === 'score'" :plan="plan" :job="job" @change="change" />
    <RunSection v-else-if="here === 'run'" :job="job" :starting="starting" @start="start" @moved="load" />
    <RecordSection v-else :job="job" />
  </template>
</template>

<style scoped>
.moved {
  margin: 12px 0 0;
  padding: 12px 16px;
  max-width: 760px;
}
.index {
  position: sticky;
  top: 64px;
  z-index: 4;
  background: var(--ground);
  border-bottom: 1px solid var(--line);
  display: flex;
  gap: 26px;
  padding: 0 24px;
  min-height: 40px;
  overflow-x: auto;
}
.entry {
  display: inline-flex;
  gap: 7px;
  align-items: center;
  color: var(--mute);
  text-decoration: none;
  border-bottom: 3px solid transparent;
  white-space: nowrap;
}
.entry.on {
  color: var(--ink);
  font-weight: 700;
  border-color: var(--brass);
}
.number {
  font-size: 11px;
}
em {
  font:
    700 11.5px 'Atkinson Hyperlegible',
    sans-serif;
  color: var(--brass);
}
@media (max-width: 700px) {
  .index {
    position: static;
    padding: 0 6px;
    gap: 0;
    justify-content: space-between;
    overflow: visible;
  }
  .entry {
    padding: 0 3px;
    gap: 3px;
    font-size: 13.5px;
    min-height: 40px;
  }
  .number,
  .open-word {
    display: none;
  }
}
</style>
