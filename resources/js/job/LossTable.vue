<script setup lang="ts">
import { computed } from 'vue'
import { inSentence, t } from '../app/i18n'
import { ago, dateTimeOf } from '../app/format'
import type { JobAnswer } from '../generated/api'
import { actionOf, agreedTo, withAgreed, without } from './settling'

type Entry = JobAnswer['plan']['ledger'][number]

/** What the plan takes from the phone: backed up, to be backed up first, or given up; one choice a line. */
const props = defineProps<{ job: JobAnswer }>()
const emit = defineEmits<{ change: [body: { answers: JobAnswer['answers'] }] }>()

const taken = computed(() => props.job.plan.ledger.filter((entry) => entry.step !== null))
const named = (outcome: Entry['outcome']): string =>
  props.job.plan.ledger
    .filter((entry) => entry.outcome === outcome)
    .map((entry) => inSentence(entry.label))
    .join(', ')

const keyOf = (entry: Entry): string => `PREP-3:${entry.class}`
const ageKeyOf = (entry: Entry): string => `${keyOf(entry)}/age`
const findingOf = (entry: Entry): JobAnswer['findings'][number] | undefined =>
  props.job.findings.find((finding) => [keyOf(entry), ageKeyOf(entry)].includes(finding.key))
const isOpen = (entry: Entry): boolean => findingOf(entry)?.severity === 'settle'
const isFirst = (entry: Entry): boolean => agreedTo(props.job, keyOf(entry)) && !entry.waived
const canBeFirst = (entry: Entry): boolean => {
  const finding = findingOf(entry)
  return isFirst(entry) || (finding !== undefined && actionOf(finding, 'let-plan-do-it') !== undefined)
}
const isEnough = (entry: Entry): boolean => agreedTo(props.job, ageKeyOf(entry))
const isGivenUp = (entry: Entry): boolean => (props.job.answers.waived ?? []).includes(entry.class)
const open = computed(() => taken.value.filter(isOpen))
const openFirst = computed(() => open.value.filter(canBeFirst))
const madeAt = (entry: Entry): string => props.job.backups.find((backup) => backup.id === entry.backup)?.madeAt ?? ''

function first(entries: Entry[]): void {
  emit('change', withAgreed(props.job, entries.map(keyOf)))
}
function enough(entry: Entry): void {
  const key = ageKeyOf(entry)
  emit('change', isEnough(entry) ? without(props.job, key) : withAgreed(props.job, [key]))
}
function giveUp(entries: Entry[]): void {
  const waived = [...(props.job.answers.waived ?? []), ...entries.map((entry) => entry.class)]
  emit('change', { answers: { ...props.job.answers, waived } })
}
function takeBack(entry: Entry): void {
  const waived = (props.job.answers.waived ?? []).filter((one) => one !== entry.class)
  const { answers } = without(props.job, keyOf(entry))
  emit('change', { answers: { ...answers, waived } })
}
</script>

<template>
  <section v-if="job.plan.ledger.length" class="mb-6" data-test="losses">
    <div class="head">
      <h2>{{ t('job.lossTable.whatPhoneWhatHappens') }}</h2>
      <template v-if="!job.run">
        <button v-if="openFirst.length > 1" type="button" class="btn small" @click="first(openFirst)">
          {{ t('job.lossTable.backUpAllFirst', { count: openFirst.length }) }}
        </button>
        <button
          v-if="open.length > 1 && openFirst.length === 0"
          type="button"
          class="btn small erase"
          @click="giveUp(open)"
        >
          {{ t('job.lossTable.acceptLosingAll', { count: open.length }) }}
        </button>
      </template>
    </div>
    <p v-if="taken.length === 0">{{ t('job.lossTable.planTakesNothingFrom') }}</p>
    <div v-else class="scroll-x">
      <table class="rows">
        <thead>
          <tr>
            <th>{{ t('job.lossTable.planErases') }}</th>
            <th>{{ t('job.lossTable.backedUp') }}</th>
            <th>{{ t('job.lossTable.backUpFirst') }}</th>
            <th>{{ t('job.lossTable.acceptLosing') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="entry in taken" :key="entry.class" :class="{ open: isOpen(entry) }" :data-loss="entry.class">
            <td>
              <b>{{ entry.label }}</b><span v-if="!entry.known" class="mute small"
                >{{ ' ' }}{{ t('job.lossTable.perhaps') }}</span
              >
              <span class="mute small step">{{ t('job.lossTable.atStep', { step: entry.step }) }}</span>
            </td>
            <td>
              <template v-if="entry.backup"
                >✓ <span class="mono">{{ entry.backup }}</span>
                <span v-if="madeAt(entry)" class="mute small step" :title="dateTimeOf(madeAt(entry))">{{
                  ago(madeAt(entry))
                }}</span></template
              ><span v-else-if="entry.wayBack">{{ t('job.lossTable.withOldSystem', { backup: entry.wayBack }) }}</span
              ><span v-else class="mute">{{ t('job.lossTable.notBackedUp') }}</span>
            </td>
            <td>
              <button
                v-if="!entry.backup && !job.run && canBeFirst(entry)"
                type="button"
                class="btn small"
                :class="{ on: isFirst(entry) }"
                :aria-pressed="isFirst(entry)"
                @click="isFirst(entry) ? takeBack(entry) : first([entry])"
              >
                {{
                  isFirst(entry)
                    ? t('job.lossTable.planBacksUp', { what: inSentence(entry.label) })
                    : t('job.lossTable.backUp', { what: inSentence(entry.label) })
                }}
              </button>
              <span v-else-if="entry.backedUpByPlan && !entry.waived">{{ t('job.lossTable.byPlan') }}</span>
              <span v-else-if="!entry.backup && !entry.waived" class="mute">{{
                t('job.lossTable.cannotBeBackedUp')
              }}</span>
            </td>
            <td>
              <button
                v-if="entry.backup && !job.run && (isOpen(entry) || isEnough(entry))"
                type="button"
                class="btn small"
                :class="{ on: isEnough(entry) }"
                :aria-pressed="isEnough(entry)"
                @click="enough(entry)"
              >
                {{ t('job.lossTable.backupIsEnough') }}
              </button>
              <button
                v-if="!entry.backup && !job.run && (isOpen(entry) || isGivenUp(entry))"
                type="button"
                class="btn small erase"
                :class="{ on: isGivenUp(entry) }"
                :aria-pressed="isGivenUp(entry)"
                @click="isGivenUp(entry) ? takeBack(entry) : giveUp([entry])"
              >
                {{
                  isGivenUp(entry)
                    ? t('job.lossTable.youAcceptLosing', { what: inSentence(entry.label) })
                    : t('job.lossTable.acceptLosing2', { what: inSentence(entry.label) })
                }}
              </button>
              <span v-else-if="entry.waived">{{
                entry.class === 'screen-lock' ? t('job.lossTable.planRemoves') : t('job.lossTable.accepted')
              }}</span>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-if="named('kept')" class="small">{{ t('job.lossTable.staysPhone', { named: named('kept') }) }}</p>
    <p v-if="named('absent')" class="small mute">{{ t('job.lossTable.notPhone', { named: named('absent') }) }}</p>
  </section>
</template>

<style scoped>
.head {
  display: flex;
  gap: 16px;
  align-items: baseline;
  flex-wrap: wrap;
}
.rows {
  max-width: 980px;
}
.step {
  display: block;
}
tr.open td:first-child {
  box-shadow: inset 4px 0 0 var(--brass);
}
.on {
  background: var(--slate-soft);
}
.erase.on {
  background: var(--plum-soft);
}
p {
  margin: 6px 0 0;
}
@media (max-width: 700px) {
  thead {
    display: none;
  }
  tr {
    display: grid;
    grid-template-columns: 1fr 1fr;
    border-bottom: 1px solid var(--line);
  }
  table.rows td {
    border: 0;
    padding: 4px 6px;
  }
  .btn {
    white-space: normal;
  }
}
</style>
