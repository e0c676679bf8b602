import { type Ball, type BallEvent, counterRecords } from '@sleetfall/contract'
import { useI18n } from 'vue-i18n'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'
import { useEventText } from './eventText.ts'
import { useBalls } from './store.ts'

/** What is recorded of a ball with one tap, and taken back with another. */
export function useBallWork(ballOf: () => Ball) {
  const { t } = useI18n()
  const [balls, notices, session, words] = [useBalls(), useNotices(), useSession(), useEventText()]
  const mayTakeBack = ({ kind }: { readonly kind: string }) =>
    session.may('surfaces') || counterRecords.some((one) => one === kind)
  async function clean(kind: 'cleaner' | 'towel') {
    await notices.attempt(async () => {
      const ball = await balls.record(ballOf().id, { kind: 'cleaned', with: kind })
      const eventId = ball.lastEvent?.id
      notices.done(t('balls.cleanedDone'), eventId ? () => balls.takeBack(eventId) : undefined)
    })
  }
  async function takeBack(event: NonNullable<Ball['lastEvent']> | BallEvent) {
    await notices.attempt(async () => {
      await balls.takeBack(event.id)
      const what = 'payload' in event ? words(event) : t(`balls.eventKinds.${event.kind}`)
      notices.done(t('balls.undone', { what }))
    })
  }
  return { clean, takeBack, mayTakeBack }
}
