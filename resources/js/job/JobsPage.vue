<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { client } from '../app/client'
import ErrorNote from '../app/ErrorNote.vue'
import SkeletonRows from '../app/SkeletonRows.vue'
import TopBar from '../app/TopBar.vue'
import { useAnswer } from '../app/useAnswer'
import { useKeys } from '../app/useKeys'
import { useSend } from '../app/useSend'
import NewJobDialog from '../bench/NewJobDialog.vue'
import type { JobsAnswer } from '../generated/api'
import JobTable from './JobTable.vue'
import { matches, sorted, type Column, type Order } from './jobOrder'

type Row = JobsAnswer['jobs'][number]

const router = useRouter()
const { data, error } = useAnswer('/jobs', undefined, 5000)
const { send, refused } = useSend()
const isNew = ref(false)
const filter = ref('')
const filterField = ref<HTMLInputElement>()
const order = useLocalStorage<Order>('tornavis-jobs-order', { by: 'opened', down: true })
useKeys({ n: () => (isNew.value = true), '/': () => filterField.value?.focus() })

const found = computed(() => sorted((data.value?.jobs ?? []).filter(matches(filter.value)), order.value))
const open = computed(() => found.value.filter((job) => job.run?.status !== 'ended'))
const done = computed(() => found.value.filter((job) => job.run?.status === 'ended'))

function sortBy(by: Column): void {
  order.value = { by, down: order.value.by === by ? !order.value.down : by === 'opened' }
}

async function copy(job: Row): Promise<void> {
  const made = await send(() => client.POST('/jobs/{job}/copy', { params: { path: { job: job.id } } }))
  if (made) void router.push(`/jobs/${made.data.id}`)
}

/** The job that was deleted last, for as long as it can be brought back here. */
const deleted = ref<Row | null>(null)
async function remove(job: Row): Promise<void> {
  if (await send(() => client.DELETE('/jobs/{job}', { params: { path: { job: job.id } } }))) deleted.value = job
}
async function bringBack(job: Row): Promise<void> {
  if (await send(() => client.POST('/jobs/{id}/restore', { params: { path: { id: job.id } } }))) deleted.value = null
}
</script>

<template>
  <TopBar>
    <h1>Jobs</h1>
    <div class="mute small">One phone, what you want for it, and the way from here to there.</div>
    <template #acts>
      <label class="mute"
        >Filter <kbd>/</kbd> <input ref="filterField" v-model="filter" type="search" aria-label="Filter jobs"
      /></label>
      <button type="button" class="btn act" @click="isNew = true">New job <kbd>n</kbd></button>
    </template>
  </TopBar>
  <div class="page">
    <ErrorNote :error="refused ?? error" />
    <SkeletonRows v-if="!data && !error" />
    <p v-if="deleted" class="undo" role="status">
      The job for {{ deleted.card.label }} is deleted.
      <button type="button" class="btn small" @click="bringBack(deleted)">Bring it back</button>
    </p>
    <div v-if="data && data.jobs.length === 0" class="empty">
      <p>No job is open. A job is one phone, one build, and the way from here to there.</p>
      <button type="button" class="btn act" @click="isNew = true">Plan the first job</button>
    </div>
    <p v-else-if="data && found.length === 0" class="empty">No job matches “{{ filter }}”.</p>
    <template v-else-if="data">
      <JobTable
        v-if="open.length"
        :jobs="open"
        :order="order"
        caption="Open jobs"
        @sort="sortBy"
        @copy="copy"
        @remove="remove"
      />
      <p v-else class="mute">No job is open.</p>
      <details v-if="done.length" class="done" :open="filter !== ''">
        <summary>{{ done.length === 1 ? '1 job is done' : `${done.length} jobs are done` }}</summary>
        <JobTable
          :jobs="done"
          :order="order"
          caption="Jobs that are done"
          @sort="sortBy"
          @copy="copy"
          @remove="remove"
        />
      </details>
      <p v-if="data.total > data.jobs.length" class="small mute">
        These are the newest {{ data.jobs.length }} of {{ data.total }} jobs. The <RouterLink to="/log">log</RouterLink>
        has every run.
      </p>
    </template>
  </div>
  <NewJobDialog v-if="isNew" v-model="isNew" @opened="(id) => router.push(`/jobs/${id}`)" />
</template>

<style scoped>
.undo {
  display: flex;
  gap: 12px;
  align-items: center;
  margin: 0 0 14px;
}
.done {
  margin-top: 22px;
}
summary {
  cursor: pointer;
  color: var(--mute);
  padding: 6px 0;
}
</style>
