import { ref } from 'vue'

/** A tone and a notice for somebody who has walked away from the phone. */
const state = ref(typeof Notification === 'undefined' ? 'denied' : Notification.permission)

export function useNotice(): {
  mayAsk: () => boolean
  allow: () => Promise<void>
  tell: (title: string, body: string) => void
} {
  return {
    mayAsk: () => state.value === 'default',
    allow: async () => {
      state.value = await Notification.requestPermission()
    },
    tell: (title, body) => {
      if (state.value === 'granted') new Notification(title, { body, tag: 'tornavis-run' })
      try {
        const sound = new AudioContext()
        const tone = sound.createOscillator()
        tone.connect(sound.destination)
        tone.frequency.value = 660
        tone.start()
        tone.stop(sound.currentTime + 0.3)
      } catch {
        // No sound here; the notice and the clock are enough.
      }
    },
  }
}
