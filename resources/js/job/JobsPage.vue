<script setup lang="ts">
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import ErrorNote from '../app/ErrorNote.vue'
import TopBar from '../app/TopBar.vue'
import { useKeys } from '../app/useKeys'
import VerdictMark from '../app/VerdictMark.vue'
import NewJobDialog from '../bench/NewJobDialog.vue'
import { jobWords } from '../bench/words'
import { useAnswer } from '../app/useAnswer'

const router = useRouter()
const { data, error } = useAnswer('/jobs', undefined, 5000)
const { data: bench } = useAnswer('/bench')
const open = ref(false)
useKeys({ n: () => (open.value = true) })
</script>

<template>
  <TopBar>
    <h1>Jobs</h1>
    <template #acts
      ><button type="button" class="btn act" @click="open = true">New job <kbd>n</kbd></button></template
    >
  </TopBar>
  <div class="page">
    <ErrorNote :error="error" />
    <div v-if="data && data.jobs.length === 0" class="empty">
      <p>No job is open. A job is one phone, one build, and the way from here to there.</p>
      <button type="button" class="btn act" @click="open = true">Plan the first job</button>
    </div>
    <div v-else class="scroll-x">
      <p v-if="data && data.total > data.jobs.length" class="small mute">
        The newest {{ data.jobs.length }} of {{ data.total }} jobs. What was run before stands in the
        <RouterLink to="/log">log</RouterLink>.
      </p>
      <table class="rows">
        <thead>
          <tr>
            <th>Phone</th>
            <th>Codename</th>
            <th>Build</th>
            <th>Intent</th>
            <th>Where it stands</th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="job in data?.jobs ?? []"
            :key="job.id"
            class="link"
            tabindex="0"
            @click="router.push(`/jobs/${job.id}`)"
            @keydown.enter="router.push(`/jobs/${job.id}`)"
          >
            <td class="mono">{{ job.card.label }}</td>
            <td class="mono">
              <b>{{ job.card.codename }}</b>
            </td>
            <td>{{ job.build }}</td>
            <td>{{ job.intent }}</td>
            <td>
              <VerdictMark
                :level="job.run ? 'note' : job.verdict.level"
                :count="job.verdict.toSettle"
                :words="jobWords(job)"
              />
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </div>
  <NewJobDialog
    v-if="bench"
    v-model="open"
    :units="bench.units"
    :chosen="null"
    @opened="(id) => router.push(`/jobs/${id}`)"
  />
</template>
