import { useEventListener, useLocalStorage } from '@vueuse/core'

/** Whether single keys do anything; a person can switch them off. */
export const singleKeys = useLocalStorage('tornavis-single-keys', true)

/** Single keys that work wherever no text is being typed and no dialog is open; a dialog that is fading away is not. */
export function useKeys(keys: Record<string, (event: KeyboardEvent) => void>): void {
  useEventListener(document, 'keydown', (event: KeyboardEvent) => {
    const target = event.target as HTMLElement
    // In a box to tick nothing is typed.
    const ticks = target instanceof HTMLInputElement && ['checkbox', 'radio'].includes(target.type)
    const field = (['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName) && !ticks) || target.isContentEditable
    const typing = field && target.closest('.v-overlay:not(.v-overlay--active)') === null
    if (
      !singleKeys.value ||
      typing ||
      event.ctrlKey ||
      event.metaKey ||
      event.altKey ||
      document.querySelector('.v-overlay--active .v-card')
    )
      return
    const act = keys[event.key]
    if (act) {
      event.preventDefault()
      act(event)
    }
  })
}
