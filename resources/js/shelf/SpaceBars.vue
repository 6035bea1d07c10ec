<script setup lang="ts">
import { t } from '../app/i18n'
import { bytes, exactBytes } from '../app/format'
import VerdictMark from '../app/VerdictMark.vue'
import type { FileAnswer } from '../generated/api'

/** What the images would take in super, model by model, and images that are too large for a partition of their own. */
defineProps<{ spaces: FileAnswer['spaces'] }>()
const tones = ['var(--slate)', 'var(--moss)', 'var(--brass)', 'var(--mute)']
</script>

<template>
  <section v-for="space in spaces" :key="space.codename" class="space small">
    <div class="head">
      <span
        >{{ t('shelf.spaceBars.space') }} <b class="mono">{{ space.codename }}</b></span
      ><VerdictMark
        :level="space.fits ? 'clear' : 'stop'"
        :words="
          space.fits
            ? t('shelf.spaceBars.fits')
            : space.missingBytes
              ? t('shelf.spaceBars.missing', { missingBytes: bytes(space.missingBytes) })
              : t('shelf.spaceBars.tooLarge')
        "
      />
    </div>
    <template v-if="space.limitBytes !== null && space.logical.length">
      <svg
        class="bar"
        viewBox="0 0 400 14"
        preserveAspectRatio="none"
        role="img"
        :aria-label="
          t('shelf.spaceBars.super', { needBytes: bytes(space.needBytes), limitBytes: bytes(space.limitBytes) })
        "
      >
        <rect x="0" y="0" width="400" height="14" fill="var(--soft)" />
        <rect
          v-for="(part, index) in space.logical"
          :key="part.partition"
          :x="
            (400 * space.logical.slice(0, index).reduce((sum, one) => sum + one.bytes, 0)) /
            Math.max(space.limitBytes, space.needBytes)
          "
          y="0"
          :width="Math.max(1, (400 * part.bytes) / Math.max(space.limitBytes, space.needBytes) - 1)"
          height="14"
          :fill="tones[index % tones.length]"
        />
      </svg>
      <div
        class="mute"
        :title="
          t('shelf.spaceBars.of', { needBytes: exactBytes(space.needBytes), limitBytes: exactBytes(space.limitBytes) })
        "
      >
        {{
          t('shelf.spaceBars.super2', {
            needBytes: bytes(space.needBytes),
            limitBytes: bytes(space.limitBytes),
            space: space.logical.map((part) => `${part.partition} ${bytes(part.bytes)}`).join(', '),
          })
        }}
      </div>
    </template>
    <div v-for="part in space.tooLarge" :key="part.partition">
      {{ t('shelf.spaceBars.image') }} <span class="mono">{{ part.partition }}</span>
      {{
        t('shelf.spaceBars.hasPartitionHolds', {
          needBytes: exactBytes(part.needBytes),
          hasBytes: exactBytes(part.hasBytes),
        })
      }}
    </div>
  </section>
</template>

<style scoped>
.space {
  margin: 10px 0;
  display: grid;
  gap: 4px;
}
.head {
  display: flex;
  justify-content: space-between;
  align-items: center;
}
.bar {
  width: 100%;
  height: 14px;
  border: 1px solid var(--line);
  border-radius: 2px;
}
</style>
