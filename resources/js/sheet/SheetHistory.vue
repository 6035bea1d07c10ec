<script setup lang="ts">
import { t } from '../app/i18n'
import { ago, dateTimeOf } from '../app/format'
import { useAnswer } from '../app/useAnswer'
import type { ModelSheet } from '../generated/api'

/** How a sheet came to be what it is; an older one can be brought back into the form. */
const props = defineProps<{ codename: string }>()
defineEmits<{ bring: [sheet: ModelSheet] }>()
const { data } = useAnswer('/sheets/{sheet}/history', () => ({ path: { sheet: props.codename } }))
</script>

<template>
  <section v-if="data?.revisions.length" class="mt-6" data-test="history">
    <h2>{{ t('sheet.sheetHistory.howCameBe') }}</h2>
    <table class="rows">
      <tbody>
        <tr v-for="(revision, index) in data.revisions" :key="revision.at + index">
          <td class="small mute" :title="dateTimeOf(revision.at)">{{ ago(revision.at) }}</td>
          <td>{{ revision.why }}</td>
          <td class="small mono fields">{{ revision.changed.join(', ') }}</td>
          <td>
            <button v-if="index > 0" type="button" class="btn small" @click="$emit('bring', revision.document)">
              {{ t('sheet.sheetHistory.bringBackIntoForm') }}
            </button>
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.fields {
  overflow-wrap: anywhere;
}
</style>
