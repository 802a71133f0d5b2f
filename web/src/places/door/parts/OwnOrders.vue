<script setup lang="ts">
import { v4 as uuid } from 'uuid'
import { onMounted, ref, shallowRef } from 'vue'
import type { Schemas } from '@/api/client'
import { door } from '@/api/door'
import { useAct } from '@/api/useAct'
import { shortDateText } from '@/format/units'
import TroubleNote from '@/parts/TroubleNote.vue'
import { t } from '@/words/door'

/** What a member orders of the cooperative, in a touch. */
type Answer = Awaited<ReturnType<typeof door.orders>>
const known = shallowRef<Answer | null>(null)
const wanted = ref<Record<string, number>>({})
const { busy, refusal, run } = useAct()
onMounted(() => run(async () => void (known.value = await door.orders())))
const order = (kit: boolean) =>
  run(async () => {
    const items = Object.fromEntries(Object.entries(wanted.value).filter(([, count]) => count > 0))
    known.value = await door.order(uuid(), kit ? { kit } : { items })
    wanted.value = {}
  })
const settle = (id: string, state: 'received' | 'cancelled') =>
  run(async () => void (known.value = await door.settleOrder(id, state)))
const nameOf = (code: string) => known.value?.items.find((item) => item.code === code)?.name ?? code
const STATE: Record<Schemas['Order']['state'], string> = {
  asked: t('door.ownOrders.asked'),
  posted: t('door.ownOrders.posted'),
  received: t('door.ownOrders.received'),
  cancelled: t('door.ownOrders.cancelled'),
}
const add = (code: string, by: number) =>
  (wanted.value = {
    ...wanted.value,
    [code]: Math.max(0, (wanted.value[code] ?? 0) + by),
  })
</script>

<template>
  <section v-if="known?.items.length" class="stack-2" aria-labelledby="orders">
    <h2 id="orders">{{ t('door.ownOrders.title') }}</h2>
    <TroubleNote :trouble="refusal" />
    <ul class="bare">
      <li
        v-for="item in known.items"
        :key="item.code"
        class="row item"
        :data-order-item="item.code"
      >
        <span>{{ item.name }}</span>
        <button
          type="button"
          class="quiet"
          :aria-label="t('door.ownOrders.fewer', { name: item.name })"
          @click="add(item.code, -1)"
        >
          −
        </button>
        <b class="figures">{{ wanted[item.code] ?? 0 }}</b>
        <button
          type="button"
          class="quiet"
          :aria-label="t('door.ownOrders.more', { name: item.name })"
          @click="add(item.code, 1)"
        >
          +
        </button>
      </li>
    </ul>
    <div>
      <el-button
        type="primary"
        :disabled="busy || !Object.values(wanted).some((count) => count > 0)"
        @click="order(false)"
        >{{ t('door.ownOrders.order') }}</el-button><el-button
        :disabled="busy"
        @click="order(true)"
        >{{ t('door.ownOrders.orderAKit') }}</el-button
      >
    </div>
    <p v-for="entry in known.orders" :key="entry.id" class="soft">
      {{ shortDateText(entry.asked_at.slice(0, 10)) }}:
      {{
        Object.entries(entry.items)
          .map(([code, count]) => `${count} × ${nameOf(code)}`)
          .join(', ')
      }},
      {{ STATE[entry.state] }}
      <button
        v-if="entry.state === 'posted'"
        type="button"
        class="link"
        @click="settle(entry.id, 'received')"
      >
        {{ t('door.ownOrders.itCame') }}
      </button>
      <button
        v-if="entry.state === 'asked'"
        type="button"
        class="link"
        @click="settle(entry.id, 'cancelled')"
      >
        {{ t('door.ownOrders.cancel') }}
      </button>
    </p>
  </section>
</template>

<style scoped>
.item span {
  flex: 1;
}
.item button {
  min-width: 44px;
  min-height: 44px;
}
</style>
