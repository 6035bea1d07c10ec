import type { Plan } from '../generated/api'

export type Step = Plan['steps'][number]

/** Where a step lies on the score, in pixels from the left end of the time axis. */
export interface Place {
  x: number
  width: number
}

const LEAST = 22

/**
 * Lays the steps out from left to right. Every step gets a least width so that it can be read and hit; what is
 * left is shared by the square root of the time, so that ten minutes look longer than one without hiding the rest.
 *
 * @param least width of the narrowest step
 */
export function layOut(steps: Step[], width: number, least = LEAST): Place[] {
  const weights = steps.map((step) => Math.sqrt(step.expectedSeconds))
  const total = weights.reduce((sum, weight) => sum + weight, 0) || 1
  const free = Math.max(0, width - least * steps.length)
  let x = 0
  return weights.map((weight) => {
    const place = { x, width: least + (free * weight) / total }
    x += place.width
    return place
  })
}

const order = [
  'system',
  'recovery',
  'sideload',
  'userspace-bootloader',
  'bootloader',
  'download',
  'off',
  'boot-loop',
  'stuck',
]

/** The modes that a plan passes through, in the order of the lines. */
export const lanes = (steps: Step[]): string[] =>
  order.filter((mode) => steps.some((step) => step.mode === mode || step.modeAfter === mode))

export interface Stretch {
  from: number
  to: number
  level: string
  text: string
}

const levels = ['free', 'data-gone', 'no-system']

/** The worse of what holds in the middle of a step and after it. */
export const worstOf = (step: Step): Step['wayBack'] =>
  levels.indexOf(step.wayBackDuring.level) > levels.indexOf(step.wayBack.level) ? step.wayBackDuring : step.wayBack

/** Steps in which the same way back holds, joined. Numbers count from 1. */
export function wayBackStretches(steps: Step[]): Stretch[] {
  const stretches: Stretch[] = []
  for (const step of steps) {
    const last = stretches[stretches.length - 1]
    const { level, text } = worstOf(step)
    if (last && last.level === level) {
      last.to = step.number
      last.text = text
    } else {
      stretches.push({ from: step.number, to: step.number, level, text })
    }
  }
  return stretches
}
