import { useEventListener } from '@vueuse/core'

/** Single keys that work wherever no text is being typed and no dialog is open. */
export function useKeys(keys: Record<string, (event: KeyboardEvent) => void>): void {
  useEventListener(document, 'keydown', (event: KeyboardEvent) => {
    const target = event.target as HTMLElement
    const typing = ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName) || target.isContentEditable
    if (typing || event.ctrlKey || event.metaKey || event.altKey || document.querySelector('.v-overlay--active .v-card')) return
    const act = keys[event.key]
    if (act) {
      event.preventDefault()
      act(event)
    }
  })
}
