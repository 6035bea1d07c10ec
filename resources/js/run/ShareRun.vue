<script setup lang="ts">
import { ref, watch } from 'vue'
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
    <summary>Follow and answer on another device</summary>
    <ErrorNote :error="refused ?? error" />
    <template v-if="share?.code">
      <p>
        Open
        <b v-for="address in share.addresses" :key="address" class="mono address">{{ address }}{{ path }}</b> there, and
        type the code <b class="mono code">{{ share.code }}</b>, or read the picture with its camera.
      </p>
      <img v-if="picture" :src="picture" width="148" height="148" alt="The address with the code, for a camera" />
      <template v-if="share.devices.length">
        <p>Let in:</p>
        <p v-for="device in share.devices" :key="device.id" class="device">
          <span
            >{{ device.name }} <span class="mute mono">{{ device.address }}</span></span
          >
          <button type="button" class="btn small" @click="sendAway(device.id)">Send away {{ device.name }}</button>
        </p>
      </template>
      <p class="mute">Whoever has the code can answer this run. It holds until Tornavis is ended.</p>
    </template>
    <p v-else-if="share?.shared">
      This device was let in with the access code. The code itself is shown at the computer.
    </p>
    <p v-else-if="share">
      Only this computer is answered. End Tornavis and start it with <b class="mono">--share</b>: it then shows an
      address and a code here.
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
