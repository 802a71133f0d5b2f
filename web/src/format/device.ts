import { t } from '@/words/text'
/** A browser says much about itself; its name and the system are what a person knows it by. */
export function deviceText(agent: string | null): string {
  if (!agent) return t('common.device.aDevice')
  const browser = agent.match(/(Firefox|Edg|Chrome|Safari)\//)?.[1]?.replace('Edg', 'Edge')
  const system = agent.match(/(Android|iPhone|iPad|Windows|Mac OS X|Linux)/)?.[1]
  return [
    browser ?? t('common.device.aBrowser'),
    system && t('common.device.on', { mac: system.replace('Mac OS X', 'a Mac') }),
  ]
    .filter(Boolean)
    .join(' ')
}
