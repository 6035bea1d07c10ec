<script setup lang="ts">
import { computed } from 'vue'
import { t } from '../app/i18n'
import GradeMark from '../app/GradeMark.vue'
import { gradeOf } from './sources'
import { fieldWords } from '../start/words'
import type { ModelSheet } from '../generated/api'

/** Every field of a drafted sheet with the lines that it rests on. */
const props = defineProps<{ sheet: ModelSheet }>()
const fields = computed(() => Object.entries(props.sheet.sources ?? {}))
</script>

<template>
  <section v-if="fields.length" class="mt-6" data-test="sources">
    <h2>{{ t('sheet.sheetSources.whereEachFieldWas') }}</h2>
    <table class="rows">
      <tbody>
        <tr v-for="[field, places] in fields" :key="field">
          <td class="small" :title="field">{{ fieldWords(field) }}</td>
          <td class="small">
            <div v-for="(place, index) in places" :key="index">
              {{ place.from
              }}{{ place.lineNumber ? t('sheet.sheetSources.line', { lineNumber: place.lineNumber }) : '' }}
              <span class="mono mute">{{ place.line }}</span>
            </div>
          </td>
          <td class="small"><GradeMark v-if="gradeOf(sheet, field)" :grade="gradeOf(sheet, field)!" /></td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
td {
  vertical-align: top;
  overflow-wrap: anywhere;
}
</style>
