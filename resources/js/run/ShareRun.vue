<script setup lang="ts">
import { ref, watch } from 'vue'
import { t } from '../app/i18n'
import ErrorNote from '../app/ErrorNote.vue'
import { useAnswer } from '../app/useAnswer'
import { useSend } from '../app/useSend'
import { client } from '../app/client'

/** The way to this run for a second device: address, code, and both as a picture for its camera. */
const props = defineProps<{ path: string }>()
const isOpen = ref(false)
const { data: share, error } = useAnswer('/share', () => (isOpen.value ? {} : null))
const { send, refused } = useSend()
const picture = ref('')

const sendAway = (device: number): void =>
  void send(() => client.DELETE('/devices/{device}', { params: { path: { device } } }))
async function drawCode(): Promise<void> {
  const address = share.value?.addresses[0]
  if (address === undefined) return
  const { toString } = await import('qrcode')
  const link = `${address}/open/${share.value?.code}?to=${encodeURIComponent(props.path)}`
  const svg = await toString(link, { type: 'svg', margin: 2 })
  picture.value = `data:image/svg+xml;base64,${btoa(svg)}`
}
watch(share, () => void drawCode())
</script>

<template>
  <details class="share small" data-test="share" @toggle="isOpen = ($event.target as HTMLDetailsElement).open">
    <summary>{{ t('run.shareRun.followAnswerAnotherDevice') }}</summary>
    <ErrorNote :error="refused ?? error" />
    <template v-if="share?.code">
      <p>
        {{ t('run.shareRun.open') }}
        <b v-for="address in share.addresses" :key="address" class="mono address">{{ address }}{{ path }}</b>
        {{ t('run.shareRun.thereTypeCode') }} <b class="mono code">{{ share.code }}</b>{{
          t('run.shareRun.orReadPictureIts')
        }}
      </p>
      <img v-if="picture" :src="picture" width="148" height="148" :alt="t('run.shareRun.addressCodeCamera')" />
      <template v-if="share.devices.length">
        <p>{{ t('run.shareRun.let') }}</p>
        <p v-for="device in share.devices" :key="device.id" class="device">
          <span
            >{{ device.name }} <span class="mute mono">{{ device.address }}</span></span
          >
          <button type="button" class="btn small" @click="sendAway(device.id)">
            {{ t('run.shareRun.sendAway', { name: device.name }) }}
          </button>
        </p>
      </template>
      <p class="mute">{{ t('run.shareRun.whoeverHasCodeCan') }}</p>
    </template>
    <p v-else-if="share?.shared">
      {{ t('run.shareRun.deviceWasLetAccess') }}
    </p>
    <p v-else-if="share">
      {{ t('run.shareRun.onlyComputerAnsweredEnd') }} <b class="mono">--share</b
      >{{ t('run.shareRun.thenShowsAddressCode') }}
    </p>
  </details>
</template>

<style scoped>
.share {
  border-top: 1px solid var(--line);
  margin-top: 14px;
  padding-top: 8px;
}
summary {
  cursor: pointer;
  color: var(--mute);
}
p {
  margin: 8px 0 0;
}
img {
  display: block;
  margin-top: 8px;
  border: 1px solid var(--line);
}
.address {
  display: block;
  overflow-wrap: anywhere;
}
.code {
  font-size: 16px;
}
.device {
  display: flex;
  gap: 12px;
  align-items: center;
}
</style>
