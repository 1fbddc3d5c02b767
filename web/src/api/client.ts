/** The typed client of the API, and the one shape of its errors. */
import createClient from 'openapi-fetch'
import type { components, paths } from './schema'

type Schemas = components['schemas']
export type Study = Schemas['StudyOut']
export type StudySummary = Schemas['StudySummary']
export type Recent = Schemas['RecentOut']
export type Result = Schemas['ResultOut']
export type Option = Schemas['OptionOut']
export type Stroke = Schemas['StrokeOut']
export type Trial = Schemas['TrialOut']
export type PlayOut = Schemas['PlayOutOut']
export type Played = Schemas['PlayedOut']
export type Drawing = Schemas['DrawingOut']
export type Table = Schemas['TableOut']
export type Player = Schemas['PlayerOut']
export type KeptLayout = Schemas['LayoutOut']
/** One thing wrong with a request; every refusal of the API is a list of these. */
export interface Problem {
  where: string
  what: string
  accepted: string
}

/** What the server refused, problem by problem. */
export class RefusedError extends Error {
  constructor(
    readonly problems: Problem[],
    readonly status: number,
  ) {
    super(problems.map(sentence).join(' '))
  }
}

export function sentence(problem: Problem): string {
  const place = problem.where ? `${problem.where}: ` : ''
  const cure = problem.accepted ? ` ${problem.accepted}` : ''
  return `${place}${problem.what}.${cure}`
}

const offline: Problem = {
  where: '',
  what: 'The server does not answer',
  accepted: 'Your layout is kept in this browser; try again in a moment.',
}

let csrf = ''
export function useToken(token: string) {
  csrf = token
}

export const api = createClient<paths>({ baseUrl: '/', credentials: 'same-origin' })
api.use({
  onRequest({ request }) {
    if (request.method !== 'GET') request.headers.set('X-CSRFToken', csrf)
    return request
  },
})

interface Answer<T> {
  data?: T
  error?: unknown
  response: Response
}

/** The data of an answer, or a RefusedError with plain sentences. */
export async function answered<T>(asked: Promise<Answer<T>>): Promise<T> {
  let answer: Answer<T>
  try {
    answer = await asked
  } catch {
    throw new RefusedError([offline], 0)
  }
  if (answer.response.ok) return answer.data as T
  const problems = (answer.error as { errors?: Problem[] } | undefined)?.errors
  throw new RefusedError(problems ?? [offline], answer.response.status)
}

export function problemsOf(error: unknown): Problem[] {
  if (error instanceof RefusedError) return error.problems
  throw error
}
