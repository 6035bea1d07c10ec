<script setup lang="ts">
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
    <h1>Compare</h1>
    <div v-if="data" class="mute small">
      {{ data.left.title }} with {{ data.right.title }}:
      {{ data.rows.length === 0 ? 'nothing that matters differs' : `${data.rows.length} things differ` }}
    </div>
    <template #acts>
      <RouterLink class="btn" :to="`/shelf/${other}/compare/${id}`">Swap the two files</RouterLink>
      <RouterLink class="btn" :to="`/shelf?file=${id}`">Open the shelf</RouterLink>
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
                {{ bytes(side.sizeBytes) }}, {{ side.integrity }}
              </div>
            </th>
            <th>What it means</th>
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
    <p v-if="data?.rows.length === 0" class="empty">Nothing that matters differs between these two.</p>
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
