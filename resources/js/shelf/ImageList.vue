<script setup lang="ts">
import { computed } from 'vue'
import { bytes, exactBytes } from '../app/format'
import VerdictMark from '../app/VerdictMark.vue'
import type { FileAnswer } from '../generated/file'

const props = defineProps<{ file: FileAnswer }>()
const named = computed(() => props.file.images.filter((image) => image.partition !== ''))
const canTakeOut = computed(() => props.file.container === 'update zip with payload' || props.file.container === 'payload container')
const outcomes = (partition: string): NonNullable<FileAnswer['imageCheck']>['outcomes'] => (props.file.imageCheck?.outcomes ?? []).filter((one) => one.partition === partition)
</script>

<template>
  <section v-if="named.length" class="mt-4">
    <h2>Writes {{ named.length }} {{ named.length === 1 ? 'image' : 'images' }}</h2>
    <p v-if="file.imageCheck && file.imageCheck.status !== 'done'" class="small" role="status">{{ file.imageCheck.status }}…</p>
    <table class="rows">
      <tbody>
        <tr v-for="image in named" :key="image.partition">
          <td class="mono">{{ image.partition }}</td>
          <td class="mono" :title="exactBytes(image.sizeBytes)">{{ bytes(image.sizeBytes) }}</td>
          <td class="small"><div v-for="one in outcomes(image.partition)" :key="one.against" :title="one.says"><VerdictMark :level="one.agrees ? 'clear' : 'stop'" :words="`${one.agrees ? 'agrees with' : 'differs from'} the ${one.against}`" /></div><span v-if="outcomes(image.partition).length === 0" class="mono mute">{{ image.sha256?.slice(0, 16) ?? '' }}</span></td>
          <td><a v-if="canTakeOut" class="small" :href="`/api/shelf/${file.id}/partition/${image.partition}`" :aria-label="`Take the image of ${image.partition} out`">take out</a></td>
        </tr>
      </tbody>
    </table>
    <p v-for="one in outcomes('')" :key="one.says" class="small">{{ one.says }}</p>
  </section>
</template>
