import { shallowRef } from 'vue'

interface Undone {
  text: string
  /** Answers null where it was refused. */
  undo: () => Promise<unknown>
}

/** What a person did last and can take back; shown on whatever page they go to, until it is taken back or closed. */
export const lastDone = shallowRef<Undone | null>(null)

export function offerUndo(text: string, undo: () => Promise<unknown>): void {
  lastDone.value = { text, undo }
}
