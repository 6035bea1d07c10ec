<script setup lang="ts">
import { t } from '../app/i18n'
import { stateName } from '../app/names'
import ErrorNote from '../app/ErrorNote.vue'
import { bytes, exactBytes } from '../app/format'
import TopBar from '../app/TopBar.vue'
import { factNames } from './names'
import { useAnswer } from '../app/useAnswer'

const props = defineProps<{ id: string; other: string }>()
const { data, error } = useAnswer('/shelf/{package}/compare/{other}', () => ({
  path: { package: Number(props.id), other: Number(props.other) },
}))
</script>

<template>
  <TopBar>
    <h1>{{ t('common.compare') }}</h1>
    <div v-if="data" class="mute small">
      {{
        t('shelf.comparePage.with', {
          left: data.left.title,
          right: data.right.title,
          result: t('shelf.comparePage.thingsDiffer', { count: data.rows.length }),
        })
      }}
    </div>
    <template #acts>
      <RouterLink class="btn" :to="`/shelf/${other}/compare/${id}`">{{
        t('shelf.comparePage.swapTwoFiles')
      }}</RouterLink>
      <RouterLink class="btn" :to="`/shelf?file=${id}`">{{ t('shelf.comparePage.openShelf') }}</RouterLink>
    </template>
  </TopBar>
  <div class="page">
    <ErrorNote :error="error" />
    <div v-if="data" class="scroll-x">
      <table class="rows compare">
        <thead>
          <tr>
            <th />
            <th v-for="side in [data.left, data.right]" :key="side.id">
              <b>{{ side.title }}</b>
              <div class="mono small name">{{ side.name }}</div>
              <div class="small" :title="exactBytes(side.sizeBytes)">
                {{ bytes(side.sizeBytes) }}, {{ stateName(side.integrity) }}
              </div>
            </th>
            <th>{{ t('shelf.comparePage.whatMeans') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in data.rows" :key="row.name">
            <td>{{ factNames[row.name] ?? row.name }}</td>
            <td class="mono wrap">{{ row.left }}</td>
            <td class="mono wrap">{{ row.right }}</td>
            <td>{{ row.says }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-if="data?.rows.length === 0" class="empty">{{ t('shelf.comparePage.nothingMattersDiffersBetween') }}</p>
  </div>
</template>

<style scoped>
.compare th {
  white-space: normal;
  color: var(--ink);
  vertical-align: top;
}
.name {
  overflow-wrap: anywhere;
  color: var(--mute);
}
.compare td:nth-child(2),
.compare td:nth-child(3) {
  width: 30%;
}
</style>
