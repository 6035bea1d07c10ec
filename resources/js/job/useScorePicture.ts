import { computed, type Ref } from 'vue'
import { t } from '../app/i18n'
import type { Plan } from '../generated/api'
import { lanes, layOut, wayBackStretches, worstOf, type Step } from './scoreLayout'

export const LEFT = 116
export const RIGHT = 20
export const TOP = 40
export const LANE = 36

/** Where everything of the score lies, in pixels: lanes by mode, steps by time, and what goes along with them. */
export function useScorePicture(plan: Ref<Plan>, width: Ref<number>) {
  const axis = computed(() => Math.max(760, width.value) - LEFT - RIGHT)
  const steps = computed(() => plan.value.steps)
  const places = computed(() => layOut(steps.value, axis.value))
  const modes = computed(() => lanes(steps.value))
  const height = computed(() => TOP + (modes.value.length - 1) * LANE + 22)
  const left = (number: number): number => LEFT + (places.value[number - 1]?.x ?? 0)
  const right = (number: number): number => left(number) + (places.value[number - 1]?.width ?? 0)
  const y = (mode: string): number => TOP + modes.value.indexOf(mode) * LANE

  const line = computed(() => {
    let path = ''
    steps.value.forEach((step, index) => {
      const start = left(step.number) + 6
      const end = right(step.number) - 6
      const previous = steps.value[index - 1]
      const from = previous ? y(previous.modeAfter) : y(step.mode)
      path +=
        index === 0
          ? `M${start} ${y(step.mode)}`
          : from === y(step.mode)
            ? `L${start} ${from}`
            : `C${start - 2} ${from} ${start - 10} ${y(step.mode)} ${start} ${y(step.mode)}`
      path += isJump(step)
        ? `C${(start + end) / 2} ${y(step.mode)} ${(start + end) / 2} ${y(step.modeAfter)} ${end} ${y(step.modeAfter)}`
        : `L${end} ${y(step.mode)}`
    })
    return path
  })
  const isJump = (step: Step): boolean => step.operation === 'reboot' && step.mode !== step.modeAfter
  const tone = (step: Step): string =>
    step.losses.length > 0 || ['format-data', 'erase'].includes(step.operation)
      ? 'erase'
      : step.operation === 'wait-first-boot'
        ? 'prove'
        : step.writes
          ? 'write'
          : 'keep'
  const stretches = computed(() => wayBackStretches(steps.value))
  const danger = computed(() => stretches.value.filter((stretch) => stretch.level !== 'free'))
  /** What each gate stands for, in the few words that fit beside its line. */
  const gates = computed(() =>
    steps.value
      .filter((step) => step.gate !== null)
      .map((step, index, all) => {
        const next = all[index + 1]
        const room = (next ? left(next.number) : LEFT + axis.value) - left(step.number)
        const gone =
          step.wayBack.level === 'data-gone'
            ? [t('job.useScorePicture.dataGoneFromHere'), t('job.useScorePicture.dataGone')]
            : [t('job.useScorePicture.dataPartUntilEnds'), t('job.useScorePicture.dataPart')]
        const words = {
          free: [t('job.useScorePicture.firstWrite')],
          'data-gone': gone,
          'no-system': [t('job.useScorePicture.noSystemUntilEnds'), t('common.noSystem')],
        }[worstOf(step).level]
        return { number: step.number, words: words.find((one) => one.length * 7 < room) ?? '' }
      }),
  )
  const words: Record<string, string> = {
    free: t('job.useScorePicture.stopAnywhereStartsIts'),
    new: t('job.useScorePicture.systemStarts'),
    'data-gone': t('job.useScorePicture.startsButEmpty'),
    'no-system': t('job.useScorePicture.noSystemStarts'),
  }

  const battery = computed(() => {
    const known = steps.value.map((step) => step.batteryAfter).filter((one): one is number => one !== null)
    const start = plan.value.before['battery.percent']
    if (known.length === 0 || typeof start !== 'number') return null
    const values = [start, ...known]
    const top = Math.max(...values)
    const range = Math.max(20, top - Math.min(...values))
    const at = (value: number): number => 4 + ((top - value) / range) * 16
    const points = [
      `${LEFT} ${at(start)}`,
      ...steps.value.map((step) => `${right(step.number)} ${at(step.batteryAfter ?? start)}`),
    ]
    return {
      path: `M${points.join('L')}`,
      start,
      end: known[known.length - 1] as number,
      y0: at(start),
      y1: at(known[known.length - 1] as number),
    }
  })
  const box = (from: number, to: number): { left: string; width: string } => ({
    left: `${left(from) + 1}px`,
    width: `${Math.max(4, right(to) - left(from) - 2)}px`,
  })
  return {
    axis,
    steps,
    modes,
    height,
    left,
    right,
    y,
    line,
    tone,
    stretches,
    danger,
    gates,
    words,
    battery,
    box,
    isJump,
  }
}

export type ScorePicture = ReturnType<typeof useScorePicture>
