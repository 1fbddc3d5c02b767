/** What somebody else showed, taken over to one's own board; who is not signed in finds it there once he is. */
import { useRouter } from 'vue-router'
import { copied, type LayoutDocument } from '@/board/document'
import { keepGiven } from '@/board/given'
import { useSharedBoard } from '@/board/useBoard'
import { useSession } from '@/session/session'
import { useStudy } from '@/stores/study'

export function usePutOnBoard() {
  const router = useRouter()
  const session = useSession()
  const board = useSharedBoard()
  const study = useStudy()
  return async (document: LayoutDocument, title: string) => {
    if (session.username) {
      study.close()
      board.load(copied(document), title, null)
      await router.push('/')
    } else {
      keepGiven({ document, title })
      // To the sign-in: within this page the router waits until somebody has signed in.
      window.location.assign('/')
    }
  }
}
