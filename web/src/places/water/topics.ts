import type { WaterTopic } from '@/api/water'
import { t } from '@/words/water'

/** What each topic asks, in the order in which people ask it. */
export const TOPICS: Record<WaterTopic, { title: string; asks: string }> = {
  growth: { title: t('water.topics.growth'), asks: t('water.topics.howFastDoTheyGrow') },
  movement: { title: t('water.topics.movement'), asks: t('water.topics.howFarDoTheyMove') },
  handling: {
    title: t('water.topics.handling'),
    asks: t('water.topics.doesHandlingChangeHowOften'),
  },
  tags: { title: t('water.topics.tagsAndFish'), asks: t('water.topics.doTagsStayInAnd') },
  lengths: { title: t('water.topics.lengths'), asks: t('water.topics.howLongAndHowHeavy') },
  effort: { title: t('water.topics.effort'), asks: t('water.topics.howManyFishForHow') },
  health: { title: t('water.topics.programme'), asks: t('water.topics.isTheProgrammeHealthy') },
}
