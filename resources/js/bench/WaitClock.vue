<script setup lang="ts">
import { useNow } from '@vueuse/core'
import { computed } from 'vue'
import { t } from '../app/i18n'
import { dateTimeOf, leftOf } from '../app/format'

/** What is left of a maker's wait, and the first moment after it in the person's own zone. */
const props = defineProps<{ earliest: string }>()
const now = useNow({ interval: 1000 })
const left = computed(() => Math.max(0, (new Date(props.earliest).getTime() - now.value.getTime()) / 1000))
</script>

<template>
  <span :title="dateTimeOf(earliest)"
    ><span class="mono">{{ left > 0 ? leftOf(left) : t('bench.waitClock.over') }}</span
    ><span class="mute"> · {{ dateTimeOf(earliest) }}</span></span
  >
</template>
