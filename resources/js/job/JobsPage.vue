<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { t } from '../app/i18n'
import { client } from '../app/client'
import ErrorNote from '../app/ErrorNote.vue'
import SkeletonRows from '../app/SkeletonRows.vue'
import TopBar from '../app/TopBar.vue'
import { useAnswer } from '../app/useAnswer'
import { useKeys } from '../app/useKeys'
import { offerUndo } from '../app/undo'
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
const open = computed(() => found.value.filter((job) => !job.isOver))
const over = computed(() => found.value.filter((job) => job.isOver))

function sortBy(by: Column): void {
  order.value = { by, down: order.value.by === by ? !order.value.down : by === 'opened' }
}

async function copy(job: Row): Promise<void> {
  const made = await send(() => client.POST('/jobs/{job}/copy', { params: { path: { job: job.id } } }))
  if (made) void router.push(`/jobs/${made.data.id}`)
}

async function remove(job: Row): Promise<void> {
  if (!(await send(() => client.DELETE('/jobs/{job}', { params: { path: { job: job.id } } })))) return
  offerUndo(t('job.jobsPage.jobDeleted', { label: job.card.label }), () =>
    send(() => client.POST('/jobs/{id}/restore', { params: { path: { id: job.id } } })),
  )
}
</script>

<template>
  <TopBar>
    <h1>{{ t('job.jobsPage.jobs') }}</h1>
    <div class="mute small">{{ t('job.jobsPage.onePhoneWhatYou') }}</div>
    <template #acts>
      <label class="mute"
        >{{ t('common.filter') }} <kbd>/</kbd>
        <input ref="filterField" v-model="filter" type="search" :aria-label="t('job.jobsPage.filterJobs')"
      /></label>
      <button type="button" class="btn act" @click="isNew = true">{{ t('common.newJob') }} <kbd>n</kbd></button>
    </template>
  </TopBar>
  <div class="page">
    <ErrorNote :error="refused ?? error" />
    <SkeletonRows v-if="!data && !error" />
    <div v-if="data && data.jobs.length === 0" class="empty">
      <p>{{ t('job.jobsPage.noJobOpenJob') }}</p>
      <button type="button" class="btn act" @click="isNew = true">{{ t('job.jobsPage.planFirstJob') }}</button>
    </div>
    <p v-else-if="data && found.length === 0" class="empty">{{ t('job.jobsPage.noJobMatches', { filter }) }}</p>
    <template v-else-if="data">
      <JobTable
        v-if="open.length"
        :jobs="open"
        :order="order"
        :caption="t('job.jobsPage.openJobs')"
        @sort="sortBy"
        @copy="copy"
        @remove="remove"
      />
      <p v-else class="mute">{{ t('job.jobsPage.noJobOpen') }}</p>
      <details v-if="over.length" class="over" :open="filter !== ''">
        <summary>
          {{ t('job.jobsPage.jobsDone', { count: over.length }) }}
        </summary>
        <JobTable
          :jobs="over"
          :order="order"
          :caption="t('job.jobsPage.jobsDone2')"
          @sort="sortBy"
          @copy="copy"
          @remove="remove"
        />
      </details>
      <p v-if="data.total > data.jobs.length" class="small mute">
        {{ t('job.jobsPage.theseNewestJobs', { count: data.jobs.length, total: data.total }) }}
        <RouterLink to="/log">{{ t('job.jobsPage.log') }}</RouterLink>
        {{ t('job.jobsPage.hasEveryRun') }}
      </p>
    </template>
  </div>
  <NewJobDialog v-if="isNew" v-model="isNew" @opened="(id) => router.push(`/jobs/${id}`)" />
</template>

<style scoped>
.over {
  margin-top: 22px;
}
summary {
  cursor: pointer;
  color: var(--mute);
  padding: 6px 0;
}
</style>
