import type { Schemas } from '@/api/client'
import { t } from '@/words/door'

export const NOTICE_KIND: Record<Schemas['Notice']['kind'], string> = {
  heat: t('door.noticeKinds.heat'),
  closure: t('door.noticeKinds.closure'),
  law: t('door.noticeKinds.law'),
  rule: t('door.noticeKinds.rule'),
  safety: t('door.noticeKinds.safety'),
  news: t('door.noticeKinds.news'),
}
