import { useWakeLock } from '@vueuse/core'
import { onUnmounted, watch, type Ref } from 'vue'
import { useNotice } from './useNotice'

const LONG_WAIT_MS = 20_000
const NEEDS_THE_PERSON = ['asked', 'gated', 'ended']
const AT_REST = ['not-started', 'stopped', 'ended']

/**
 * Calls somebody who looks at another window, or sat through a long wait, when the run needs them; and keeps the screen
 * on as long as somebody works by it.
 *
 * @param moved is called when the run goes on to another status
 */
export function useAttention(
  status: Ref<string>,
  headline: Ref<string>,
  byHand: Ref<boolean>,
  moved: () => void,
): ReturnType<typeof useNotice> {
  const notice = useNotice()
  let since = Date.now()
  watch(status, (now, before) => {
    const isAway = document.hidden || Date.now() - since >= LONG_WAIT_MS
    if (isAway && before !== 'not-started' && !byHand.value && NEEDS_THE_PERSON.includes(now))
      notice.tell('Tornavis', headline.value)
    since = Date.now()
    if (now !== before && before !== 'not-started') moved()
  })
  const wake = useWakeLock()
  watch(
    () => !AT_REST.includes(status.value),
    (working) => void (working ? wake.request('screen') : wake.release()).catch(() => undefined),
    { immediate: true },
  )
  onUnmounted(() => void wake.release().catch(() => undefined))
  return notice
}
