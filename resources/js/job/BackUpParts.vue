<script setup lang="ts">
import { computed } from 'vue'
import { t } from '../app/i18n'
import type { JobAnswer } from '../generated/api'

/** What the recovery puts into the set, chosen part by part. */
type Part = NonNullable<JobAnswer['answers']['backUp']>[number]

const props = defineProps<{ job: JobAnswer }>()
const emit = defineEmits<{ change: [body: { answers: JobAnswer['answers'] }] }>()

const parts: { value: Part; name: string; holds: string; without: string }[] = [
  {
    value: 'data',
    name: t('common.data'),
    holds: t('job.backUpParts.appsAppDataMessages'),
    without: t('job.backUpParts.photosFilesInternalStorage'),
  },
  {
    value: 'system',
    name: t('common.system'),
    holds: t('job.backUpParts.systemSlotUseImages'),
    without: t('job.backUpParts.bringsPhoneBackWhere'),
  },
  {
    value: 'identity',
    name: t('job.backUpParts.identity'),
    holds: t('job.backUpParts.partitionSerialNumbersRadio'),
    without: t('job.backUpParts.goesBackVeryPhone'),
  },
]
const chosen = computed(() => props.job.answers.backUp ?? [])
const isAlone = computed(() => props.job.plan.intent === 'backup')
/** A job that backs up takes all where nothing was chosen; before a build nothing is backed up unasked. */
const isAll = computed(() => isAlone.value && chosen.value.length === 0)

function choose(part: Part, isIn: boolean): void {
  const all = parts.map((one) => one.value)
  const now = isAll.value ? all : chosen.value
  const next = isIn ? [...now, part] : now.filter((one) => one !== part)
  const backUp = isAlone.value && next.length === all.length ? [] : next
  emit('change', { answers: { ...props.job.answers, backUp } })
}
</script>

<template>
  <section class="mt-6" data-test="backup-parts">
    <h2>{{ isAlone ? t('job.backUpParts.whatGoesIntoSet') : t('job.backUpParts.backupByRecoveryFirst') }}</h2>
    <p class="small mute">
      <template v-if="!isAlone">{{ t('job.backUpParts.whereYouChooseSomething') }}{{ ' ' }}</template
      >{{ t('job.backUpParts.recoveryMakesSetMemory') }}
    </p>
    <label v-for="part in parts" :key="part.value" class="part">
      <input
        type="checkbox"
        :name="`part-${part.value}`"
        :checked="isAll || chosen.includes(part.value)"
        :disabled="!!job.run || (isAlone && chosen.length === 1 && chosen[0] === part.value)"
        @change="choose(part.value, ($event.target as HTMLInputElement).checked)"
      />
      <span>
        <b>{{ part.name }}</b>
        <span class="small mute holds">{{ part.holds }} {{ part.without }}</span>
      </span>
    </label>
  </section>
</template>

<style scoped>
.part {
  display: flex;
  gap: 10px;
  align-items: baseline;
  padding: 6px 0;
  border-top: 1px solid var(--line);
  max-width: 760px;
}
.holds {
  display: block;
}
</style>
