/** The typed client of the API, and the one shape of its errors. */
import createClient from 'openapi-fetch'
import type { components, paths } from './schema'

type Schemas = components['schemas']
export type Study = Schemas['StudyOut']
/** A preset's name, or a table's own fields. */
export type BoardTable = NonNullable<Schemas['LayoutDocument']['table']>
export type StudyLine = Schemas['StudyLine']
export type Recent = Schemas['RecentOut']
export type Question = Schemas['QuestionOut']
export type Result = Schemas['StudyDocument']
export type Option = Schemas['OptionDocument']
export type Verdict = Schemas['VerdictDocument']
export type Chance = Schemas['ChanceDocument']
export type Way = Schemas['WayDocument']
export type Stroke = Required<Schemas['StrokeDocument']>
export type Trial = Schemas['TrialDocument']
export type PlayOut = Schemas['PlayOutOut']
export type Decision = Schemas['DecisionLine']
export type WholeDecision = Schemas['DecisionOut']
export type Match = Schemas['MatchOut']
export type MatchLine = Schemas['MatchLine']
export type MatchIn = Schemas['MatchIn']
export type MatchRack = Schemas['RackDocument']
export type MatchAfter = Schemas['AfterDocument']
export type SeasonAnswer = Schemas['SeasonOut']
export type Season = Schemas['SeasonDocument']
export type SeasonPart = Schemas['PartDocument']
export type Reliability = Schemas['ReliabilityDocument']
export type RecordKnown = Schemas['KnownOut']
export type Deleted = Schemas['DeletedOut']
export type Reckoning = Schemas['ReckoningOut']
export type Import = Schemas['FileImportOut']
export type Imported = Schemas['FileImportDocument']
export type Photo = Schemas['PhotoOut']
export type PhotoBall = Schemas['PhotoBallDocument']
export type Hall = Schemas['HallOut']
export type Snapshot = Schemas['SnapshotOut']
export type Guess = Schemas['GuessOut']
export type GuessIn = Schemas['GuessIn']
export type RunOut = Schemas['RunOutOut']
export type Plan = Schemas['RunOutDocument']
export type Planned = Schemas['PlannedDocument']
export type Kick = Schemas['KickOut']
export type KickWay = Schemas['KickWayDocument']
export type KickLook = Schemas['KickLookDocument']
export type KickSum = Schemas['SumDocument']
export type KickWindow = Schemas['KickWindowDocument']
export type KickStick = Schemas['StickDocument']
export type KickTries = Schemas['TriesOut']
export type KickTry = Schemas['TryOut']
export type TryIn = Schemas['TryIn']
export type Station = Schemas['StationDocument']
export type Sitting = Schemas['SittingOut']
export type AttemptIn = Schemas['AttemptIn']
export type Drill = Schemas['DrillDocument']
export type DrillStep = Schemas['DrillStepDocument']
export type DrillZone = Schemas['DrillZoneDocument']
export type DrillSitting = Schemas['DrillSittingOut']
export type DrillAttempt = Schemas['DrillAttemptOut']
export type DrillAttemptIn = Schemas['DrillAttemptIn']
export type DrillProgress = Schemas['ProgressOut']
export type Expectation = Schemas['ExpectationOut']
export type ExpectedStep = Schemas['ExpectedDocument']
export type Practice = Schemas['PracticeOut']
export type QuizPools = Schemas['PoolsOut']
export type QuizRound = Schemas['RoundOut']
export type QuizPosition = Schemas['RoundPositionOut']
export type QuizChoice = Schemas['ChoiceIn']
export type QuizScore = Schemas['QuizScoreDocument']
export type QuizStanding = Schemas['StandingOut']
export type QuizFill = Schemas['FillOut']
export type Measure = Schemas['MeasureOut']
export type Measured = Schemas['MeasureDocument']
export type Estimate = Schemas['EstimateDocument']
export type ErrorCosts = Schemas['CostsOut']
export type MeasuredTable = Schemas['MeasuredOut']
export type Drawing = Schemas['DrawingDocument']
export type Table = Schemas['GeometryOut']
export type TableChoice = Schemas['TableOut']
export type TableIn = Schemas['TableIn']
export type PlayerIn = Schemas['PlayerIn']
export type Shared = Schemas['SharedOut']
export type LinkIn = Schemas['LinkIn']
export type LinkLine = Schemas['LinkLine']
export type LessonLineOut = Schemas['LessonLine']
export type LessonOut = Schemas['LessonOut']
export type LessonDocument = Schemas['LessonDocument']
export type LessonPosition = Schemas['LessonPositionDocument']
export type LessonRight = Schemas['RightDocument']
export type LessonAnswer = Schemas['LessonAnswerDocument']
export type Giving = Schemas['GivingLine']
export type LessonResults = Schemas['ResultsOut']
export type Homework = Schemas['HomeworkOut']
export type HomeworkPosition = Schemas['HomeworkPositionOut']
export type HomeworkLine = Schemas['HomeworkLine']
export type PositionSource = Schemas['SourceIn']
export type LessonGroup = Schemas['GroupOut']
export type Room = Schemas['RoomOut']
export type RoomPeople = Schemas['PeopleOut']
export type RoomEvent = Schemas['EventOut']
export type RoomView = Schemas['ViewDocument']
export type RingMark = Schemas['RingMarkOut']
export type Readiness = Schemas['ReadinessOut']
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
let tell: () => void
const told = new Promise<void>((resolve) => (tell = resolve))
/** Changes wait for the first token, also for an empty one: nobody answered, and none is known. */
export function useToken(token: string) {
  csrf = token
  tell()
}

let signedIn: string | null = null
/** Who the page takes itself to be signed in as. */
export function useName(username: string | null) {
  signedIn = username
}

/**
 * Signed in anew in another window, this page's token is no longer the browser's: it learns the new one and asks once
 * more. Where somebody else signed in there, nothing of this page may reach his account.
 */
async function isHealed(): Promise<boolean> {
  const answer = await fetch('/api/session', { credentials: 'same-origin' })
  if (!answer.ok) return false
  const session = (await answer.json()) as { username: string | null; csrf: string }
  if (signedIn !== null && session.username !== signedIn) return false
  csrf = session.csrf
  return session.username !== null
}

const LONGEST_PAUSE_S = 5
/** While the physics is being made ready, or others are before it, a question waits in sight: asked until it is answered. */
async function patientFetch(request: Request): Promise<Response> {
  let healed = false
  if (request.method !== 'GET') await told
  for (;;) {
    const asked = request.clone()
    if (request.method !== 'GET') asked.headers.set('X-CSRFToken', csrf)
    const answer = await fetch(asked)
    if (!healed && [401, 403].includes(answer.status) && signedIn !== null) {
      healed = await isHealed()
      if (healed) continue
    }
    // Soon is now: what is to be asked again in an hour is told instead.
    const pause = [429, 503].includes(answer.status) ? Number(answer.headers.get('Retry-After')) : 0
    if (!pause || pause > LONGEST_PAUSE_S) return answer
    await new Promise((wake) => setTimeout(wake, 1000 * pause))
  }
}

export const api = createClient<paths>({ baseUrl: '/', credentials: 'same-origin', fetch: patientFetch })

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
