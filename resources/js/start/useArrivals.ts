import { refDebounced, useIntervalFn } from '@vueuse/core'
import { computed, ref, shallowRef, watch, type Ref } from 'vue'
import { t } from '../app/i18n'
import { client } from '../app/client'
import { useSend } from '../app/useSend'
import type { StartAnswer } from '../generated/api'

/** The name of the text that is typed into the page itself. */
const TYPED = t('start.useArrivals.whatYouTyped')

export interface Text {
  name: string
  text: string
}

/** As long as somebody types, nothing is asked. */
const TYPING_MS = 500
/** How often is asked while a file is being read. */
const READING_MS = 1000
/** A file up to this size whose beginning is text is read as a text. */
const LARGEST_TEXT = 16 * 2 ** 20
const BEGINNING = 4096

// What was put down stays there while other pages are looked at.
const texts = ref<Text[]>([])
const typed = ref('')
const files = ref<number[]>([])
/** Counts what was pasted, so that no two texts have one name. */
let pasted = 0
const decided = ref<Record<string, string>>({})
const answer = shallowRef<StartAnswer | null>(null)

/** What lies beside a build and says something of it; it goes to the shelf with it. */
const besideBuild = /\.card\.json$|\.(sha256|sha512|md5)(sum)?$|^SHA(256|512)SUMS$/

/** Whether a file is what somebody would read: no zero bytes at its beginning, or two bytes for each letter. */
export async function isText(file: File): Promise<boolean> {
  if (file.size > LARGEST_TEXT || file.size === 0 || besideBuild.test(file.name)) return false
  const begin = new Uint8Array(await file.slice(0, BEGINNING).arrayBuffer())
  const isWide = (begin[0] === 0xff && begin[1] === 0xfe) || (begin[0] === 0xfe && begin[1] === 0xff)
  return isWide || !begin.includes(0)
}

async function textOf(file: File): Promise<string> {
  const bytes = new Uint8Array(await file.arrayBuffer())
  const encoding = bytes[0] === 0xff && bytes[1] === 0xfe ? 'utf-16le' : bytes[0] === 0xfe ? 'utf-16be' : 'utf-8'
  return new TextDecoder(encoding).decode(bytes)
}

/** What somebody has put down about one phone, and what it comes to by now. */
export function useArrivals() {
  const { sendQuestion, send, refused, busy } = useSend()
  const typedLately = refDebounced(typed, TYPING_MS)
  const body = computed(() => ({
    texts: [...texts.value, ...(typedLately.value.trim() ? [{ name: TYPED, text: typedLately.value }] : [])],
    files: files.value,
    decided: Object.entries(decided.value).map(([field, value]) => ({ field, value })),
  }))
  const isEmpty = computed(() => body.value.texts.length === 0 && files.value.length === 0)

  async function look(): Promise<void> {
    if (isEmpty.value) {
      answer.value = null
      return
    }
    const asked = body.value
    const read = await sendQuestion(() => client.POST('/start', { body: asked }))
    // A later question may have been answered before this one.
    if (read && asked === body.value) answer.value = read.data
  }
  watch(body, () => void look(), { deep: true, immediate: true })
  // What a dropped file is, is known when it was read.
  useIntervalFn(() => {
    if (answer.value?.things.some((thing) => thing.reading)) void look()
  }, READING_MS)

  function addText(text: string, name = t('start.useArrivals.pasted', { number: ++pasted })): void {
    const others = texts.value.filter((one) => one.name !== name)
    if (text.trim()) texts.value = [...others, { name, text }]
  }

  return {
    texts: texts as Ref<Text[]>,
    typed,
    files,
    decided,
    answer,
    refused,
    busy,
    body,
    send,
    isEmpty,
    look,
    addText,
    addFile: async (file: File): Promise<void> => addText(await textOf(file), file.name),
    drop: (name: string): void => {
      if (name === TYPED) typed.value = ''
      texts.value = texts.value.filter((one) => one.name !== name)
    },
    clear: (): void => {
      pasted = 0
      texts.value = []
      typed.value = ''
      files.value = []
      decided.value = {}
    },
  }
}
