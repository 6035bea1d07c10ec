<script setup lang="ts">
import { computed } from 'vue'
import { t } from '../app/i18n'
import ErrorNote from '../app/ErrorNote.vue'
import { bytes, exactBytes } from '../app/format'
import VerdictMark from '../app/VerdictMark.vue'
import type { FileAnswer } from '../generated/api'
import PartitionBars from './PartitionBars.vue'
import { useSend } from '../app/useSend'
import { client } from '../app/client'

const props = defineProps<{ file: FileAnswer }>()
const { send, refused } = useSend()
const taken = (partition: string): FileAnswer['extraction'] =>
  props.file.extraction?.partition === partition && !props.file.extraction.beside ? props.file.extraction : null
const busy = (partition: string): boolean => ['begun', 'taking'].includes(taken(partition)?.status ?? '')
function takeOut(partition: string): void {
  const path = { package: props.file.id, partition }
  void send(() => client.POST('/shelf/{package}/partition/{partition}', { params: { path } }))
}
const named = computed(() => props.file.images.filter((image) => image.partition !== ''))
const canTakeOut = computed(
  () => props.file.container === 'update zip with payload' || props.file.container === 'payload container',
)
const outcomes = (partition: string): NonNullable<FileAnswer['imageCheck']>['outcomes'] =>
  (props.file.imageCheck?.outcomes ?? []).filter((one) => one.partition === partition)
</script>

<template>
  <section v-if="named.length" class="mt-4">
    <h2>
      {{ t('shelf.imageList.writes', { count: named.length }) }}
    </h2>
    <p v-if="file.imageCheck && file.imageCheck.status !== 'done'" class="small" role="status">
      {{ file.imageCheck.status }}…
    </p>
    <ErrorNote :error="refused" />
    <PartitionBars v-if="named.length > 1" :images="named" />
    <table class="rows">
      <tbody>
        <tr v-for="image in named" :key="image.partition">
          <td class="mono">{{ image.partition }}</td>
          <td class="mono" :title="exactBytes(image.sizeBytes)">{{ bytes(image.sizeBytes) }}</td>
          <td class="small">
            <div v-for="one in outcomes(image.partition)" :key="one.against" :title="one.says">
              <VerdictMark
                :level="one.agrees ? 'clear' : 'stop'"
                :words="
                  one.agrees
                    ? t('shelf.imageList.agrees', { against: one.against })
                    : t('shelf.imageList.differsFrom', { against: one.against })
                "
              />
            </div>
            <span v-if="outcomes(image.partition).length === 0" class="mono mute hash">{{
              image.sha256?.slice(0, 16) ?? ''
            }}</span>
          </td>
          <td class="small">
            <template v-if="canTakeOut">
              <a
                v-if="taken(image.partition)?.status === 'done'"
                :href="`/api/shelf/${file.id}/partition/${image.partition}`"
                >{{ t('shelf.imageList.saveImage', { partition: image.partition }) }}</a
              >
              <span v-else-if="busy(image.partition)" role="status">{{
                taken(image.partition)?.status === 'begun'
                  ? t('shelf.imageList.waitsItsTurn')
                  : t('shelf.imageList.of', {
                      bytes: bytes(taken(image.partition)?.doneBytes ?? 0),
                      sizeBytes: bytes(image.sizeBytes),
                    })
              }}</span>
              <button
                v-else
                type="button"
                class="btn small"
                :aria-label="t('shelf.imageList.takeOutImage', { partition: image.partition })"
                @click="takeOut(image.partition)"
              >
                {{ t('shelf.imageList.takeOut') }}
              </button>
              <div v-if="taken(image.partition)?.status === 'failed'">{{ taken(image.partition)?.says }}</div>
            </template>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-for="one in outcomes('')" :key="one.says" class="small">{{ one.says }}</p>
  </section>
</template>

<style scoped>
/* Beside name, size and button there is no room for it. */
@media (max-width: 600px) {
  .hash {
    display: none;
  }
}
</style>
