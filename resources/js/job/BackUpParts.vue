<script setup lang="ts">
import { computed } from 'vue'
import type { JobAnswer } from '../generated/api'

/** What the recovery puts into the set, chosen part by part. */
type Part = NonNullable<JobAnswer['answers']['backUp']>[number]

const props = defineProps<{ job: JobAnswer }>()
const emit = defineEmits<{ change: [body: { answers: JobAnswer['answers'] }] }>()

const parts: { value: Part; name: string; holds: string; without: string }[] = [
  {
    value: 'data',
    name: 'Data',
    holds: 'Apps, app data, messages, call log and contacts.',
    without: 'Photos and files on the internal storage are not in it. Copy them in the running system.',
  },
  {
    value: 'system',
    name: 'System',
    holds: 'The system in the slot in use, with the images that it starts from.',
    without: 'It brings the phone back where a new kernel or build does not start.',
  },
  {
    value: 'identity',
    name: 'Identity of the radio',
    holds: 'The partition with the serial numbers of the radio, where the model has one.',
    without: 'It goes back to this very phone only. Make it before the first foreign kernel.',
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
    <h2>{{ isAlone ? 'What goes into the set' : 'Backup by the recovery first' }}</h2>
    <p class="small mute">
      <template v-if="!isAlone">Where you choose something, it is done before anything is erased. </template>The
      recovery makes the set on the memory card or the internal storage. The plan then copies it to the computer and
      compares both.
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
