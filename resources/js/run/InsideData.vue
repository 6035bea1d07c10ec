<script setup lang="ts">
import { computed } from 'vue'
import { t } from '../app/i18n'
import type { InsideAnswer } from '../generated/api'

/** What lies on the data partition of a phone, and who has the keys. */
const props = defineProps<{ data: InsideAnswer['data'] }>()

const encryption = computed(() => {
  const data = props.data
  const kinds: Record<string, string> = {
    none: t('run.insideData.notEncrypted'),
    disk: t('run.insideData.encryptedAsWhole'),
    file: t('run.insideData.encryptedFileByFile'),
    metadata: t('run.insideData.encryptedFileByFile2'),
  }
  return kinds[data.encryption] ?? data.encryption
})
const keys = computed(() => {
  const data = props.data
  if (data.encryption === 'none') return t('run.insideData.noKeyNeeded')
  if (data.keysOf === null) return t('run.insideData.noSystemHasMade')
  const release = data.keysRelease ? t('run.insideData.fromRelease', { keysRelease: data.keysRelease }) : ''
  return data.keysLeftByWipe
    ? t('run.insideData.emptiedNotFormattedKeys', { keysOf: data.keysOf })
    : t('run.insideData.onlyHasKeys', { keysOf: data.keysOf, release })
})
</script>

<template>
  <section class="data" :class="{ erased: data.empty }">
    <h3>
      <span>{{ t('common.data') }}</span>
      <span class="mute">{{ data.fileSystem }}, {{ encryption }}</span>
    </h3>
    <div class="box">
      <svg viewBox="0 0 44 24" class="key" :class="{ none: data.encryption === 'none' }" aria-hidden="true">
        <circle cx="11" cy="12" r="8" />
        <path d="M19 12h22M33 12v7M39 12v5" />
      </svg>
      <div>
        <p :class="{ left: data.keysLeftByWipe }">{{ keys }}</p>
        <p class="mute small">
          {{ data.openToRecovery ? t('run.insideData.recoveryCanOpen') : t('run.insideData.recoverySeesNamesMean') }}
        </p>
      </div>
    </div>
    <p v-if="data.empty" class="empty-words">{{ t('run.insideData.nothingLiesThere') }}</p>
    <ul v-else class="chips">
      <li v-for="one in data.holds" :key="one">{{ one }}</li>
    </ul>
  </section>
</template>

<style scoped>
.box {
  display: flex;
  gap: 14px;
  align-items: center;
  border: 1px solid var(--line);
  border-left: 4px solid var(--moss);
  border-radius: 3px;
  background: var(--ground);
  padding: 8px 14px;
}
.erased .box {
  border-left-color: var(--plum);
}
.box p {
  margin: 0;
}
.box .left {
  color: var(--plum);
  font-weight: 700;
}
.key {
  width: 44px;
  flex: none;
  fill: none;
  stroke: var(--moss);
  stroke-width: 3;
}
.key.none {
  stroke: var(--line);
  stroke-dasharray: 3 3;
}
.chips {
  list-style: none;
  display: flex;
  flex-wrap: wrap;
  gap: 5px;
  padding: 0;
  margin: 8px 0 0;
}
.chips li {
  background: var(--soft);
  border-radius: 2px;
  font-size: 12px;
  padding: 1px 8px;
}
.empty-words {
  color: var(--plum);
  margin: 8px 0 0;
}
</style>
