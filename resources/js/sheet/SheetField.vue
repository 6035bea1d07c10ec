<script setup lang="ts">
import { computed, inject } from 'vue'
import { t } from '../app/i18n'
import GradeMark from '../app/GradeMark.vue'
import type { Grade } from '../generated/api'
import LinkedText from '../handbook/LinkedText.vue'
import { decides } from './decides'
import { firstKey } from './first'
import type { Place } from './sources'

/** One field of a model sheet with a line that says what it decides. */
const props = defineProps<{
  label: string
  field: keyof typeof decides
  sources?: Place[]
  grade?: Grade | null
}>()
const first = inject(firstKey)
const jobs = computed(() => first?.value.get(props.field) ?? null)
</script>

<template>
  <Teleport to="#sheet-first" defer :disabled="jobs === null">
    <div class="field" :data-field="field">
      <div class="what">
        <b>{{ label }}</b><span class="small mute"><LinkedText :text="decides[field]" /></span>
        <span v-if="jobs?.length" class="small jobs">{{
          t('sheet.sheetField.jobDepends', { jobs: jobs.join(', ') })
        }}</span>
      </div>
      <div class="value">
        <slot />
        <GradeMark v-if="grade" :grade="grade" />
        <span v-if="sources?.[0]" class="small mute from" :title="sources[0].line"
          >{{ t('sheet.sheetField.from') }} {{ sources[0].from
          }}{{ sources[0].lineNumber ? t('sheet.sheetField.line', { line: sources[0].lineNumber }) : '' }}</span
        >
      </div>
    </div>
  </Teleport>
</template>

<style scoped>
.field {
  display: grid;
  grid-template-columns: 300px minmax(0, 1fr);
  gap: 18px;
  padding: 10px 0;
  border-bottom: 1px solid var(--line);
}
.what {
  display: grid;
  gap: 2px;
  align-content: start;
}
.value {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 16px;
  align-items: start;
  align-content: start;
}
.jobs {
  color: var(--brass);
}
.from {
  flex-basis: 100%;
}
@media (max-width: 900px) {
  .field {
    grid-template-columns: minmax(0, 1fr);
    gap: 6px;
  }
}
</style>
