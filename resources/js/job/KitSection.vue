<script setup lang="ts">
import { computed, ref } from 'vue'
import { t } from '../app/i18n'
import { kindName, stateName } from '../app/names'
import { bytes, exactBytes } from '../app/format'
import VerdictMark from '../app/VerdictMark.vue'
import type { JobAnswer } from '../generated/api'
import MakeBeside from './MakeBeside.vue'
import { actionOf } from './settling'
import PlanSpace from './PlanSpace.vue'
import BackUpParts from './BackUpParts.vue'
import RestoreSets from './RestoreSets.vue'

const props = defineProps<{ job: JobAnswer }>()
const emit = defineEmits<{ change: [body: { kit?: number[]; answers?: JobAnswer['answers'] }] }>()

const marks: Record<string, string> = { verified: 'clear', unverified: 'settle', damaged: 'stop' }
const chosen = computed(() =>
  props.job.plan.kit.map((row) => ({ ...row, id: props.job.shelf.find((file) => file.name === row.name)?.id })),
)
const others = computed(() =>
  props.job.shelf
    .filter((file) => !props.job.kit.includes(file.id))
    .map((file) => ({
      title: `${file.title} · ${kindName(file.kind)} · ${file.name}`,
      value: file.id,
    })),
)
const added = ref<number | null>(null)
const missing = computed(() =>
  props.job.findings.filter(
    (finding) =>
      finding.severity === 'stop' &&
      actionOf(finding, 'add-file', 'replace-file', 'get-file', 'leave-out', 'unpack', 'take-out') !== undefined,
  ),
)

const making = (finding: JobAnswer['findings'][number]): ReturnType<typeof actionOf> =>
  actionOf(finding, 'unpack', 'take-out')

/** The file of the shelf that a finding names. */
const named = (finding: JobAnswer['findings'][number]): JobAnswer['shelf'][number] | undefined =>
  props.job.shelf.find((file) => file.name === actionOf(finding, 'add-file')?.file)

function leaveOut(id: number | undefined): void {
  emit('change', { kit: props.job.kit.filter((one) => one !== id) })
}

function add(): void {
  if (added.value !== null) emit('change', { kit: [...props.job.kit, added.value] })
  added.value = null
}
</script>

<template>
  <div class="page">
    <h2>{{ t('job.kitSection.filesJob') }}</h2>
    <div v-if="chosen.length" class="scroll-x">
      <table class="rows">
        <thead>
          <tr>
            <th>{{ t('common.file') }}</th>
            <th>{{ t('common.kind') }}</th>
            <th>{{ t('common.size') }}</th>
            <th>{{ t('job.kitSection.check') }}</th>
            <th>{{ t('job.kitSection.whereHasBe') }}</th>
            <th>{{ t('job.kitSection.used') }}</th>
            <th></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="file in chosen" :key="file.name">
            <td>
              <b>{{ file.title }}</b>
              <div class="mono small mute name">{{ file.name }}</div>
            </td>
            <td>{{ kindName(file.kind) }}</td>
            <td class="mono" :title="exactBytes(file.sizeBytes)">{{ bytes(file.sizeBytes) }}</td>
            <td>
              <VerdictMark :level="marks[file.integrity] ?? 'note'" :words="stateName(file.integrity)" />
              <div class="small mute">{{ file.integrityReason }}</div>
            </td>
            <td>
              {{ file.place }}
              <div v-if="file.unpack" class="small mute">{{ file.unpack }}</div>
            </td>
            <td class="mono">
              {{ file.usedInSteps.length ? t('job.kitSection.step', { file: file.usedInSteps.join(', ') }) : '–' }}
            </td>
            <td>
              <button
                v-if="!job.run && file.id !== undefined"
                type="button"
                class="btn small"
                :aria-label="t('job.kitSection.leaveOut', { name: file.name })"
                @click="leaveOut(file.id)"
              >
                {{ t('common.leaveOut') }}
              </button>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-else class="mute">
      {{ job.takes.length === 0 ? t('job.kitSection.noFileKitJob') : t('job.kitSection.noFileKitAdd') }}
    </p>
    <BackUpParts v-if="job.plan.intent === 'backup'" :job="job" @change="emit('change', $event)" />
    <RestoreSets v-if="job.plan.intent === 'restore'" :job="job" @change="emit('change', $event)" />
    <section v-if="missing.length" class="mt-6">
      <h2>{{ t('job.kitSection.missing') }}</h2>
      <p v-for="finding in missing" :key="finding.key" class="missing">
        <VerdictMark level="stop" :words="t('job.kitSection.stop')" plain />
        <span
          ><b>{{ finding.need }}</b
          >: {{ finding.found }}. {{ finding.reason }} {{ finding.remedy }}
          <button
            v-if="!job.run && named(finding)"
            type="button"
            class="btn small"
            @click="emit('change', { kit: [...job.kit, named(finding)!.id] })"
          >
            {{ t('job.kitSection.add', { named: named(finding)?.name }) }}
          </button>
          <MakeBeside
            v-if="!job.run && making(finding)?.file"
            :job="job"
            :file="making(finding)?.file ?? ''"
            :partition="making(finding)?.partition ?? null"
            @change="emit('change', $event)"
          />
        </span>
      </p>
    </section>
    <section v-if="!job.run" class="mt-6 add">
      <h2>{{ t('job.kitSection.addFromShelf') }}</h2>
      <div class="line">
        <v-select
          v-model="added"
          :items="others"
          :label="t('common.file')"
          hide-details
          no-data-text="Every file on the shelf is in the kit."
        />
        <button type="button" class="btn" :disabled="added === null" @click="add">
          {{ t('job.kitSection.addKit') }}
        </button>
      </div>
    </section>
    <PlanSpace v-if="job.plan.space" :space="job.plan.space" />
    <BackUpParts
      v-if="['fresh', 'switch', 'update'].includes(job.plan.intent)"
      :job="job"
      @change="emit('change', $event)"
    />
    <p v-if="chosen.length && chosen.every((file) => file.place === 'on the computer')" class="mute small mt-6">
      {{ t('job.kitSection.everythingGoesOverCable') }}
    </p>
  </div>
</template>

<style scoped>
.name {
  overflow-wrap: anywhere;
}
.missing {
  display: flex;
  gap: 8px;
}
.add {
  max-width: 640px;
}
.line {
  display: flex;
  gap: 12px;
  align-items: center;
}
@media (max-width: 700px) {
  .line {
    flex-direction: column;
    align-items: stretch;
  }
}
</style>
