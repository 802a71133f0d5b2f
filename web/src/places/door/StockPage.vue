<script setup lang="ts">
import { computed, onMounted, ref, shallowRef } from 'vue'
import type { Schemas } from '@/api/client'
import { door } from '@/api/door'
import { useAct } from '@/api/useAct'
import { shortDateText } from '@/format/units'
import TroubleNote from '@/parts/TroubleNote.vue'
import OfficeNav from '@/places/office/parts/OfficeNav.vue'
import { t } from '@/words/door'

/** The shelves: what is short and when, what members ordered, what came and went. */
type Item = Schemas['Stock']['items'][number]
const stock = shallowRef<Schemas['Stock'] | null>(null)
const { busy, refusal, notice, run } = useAct()
onMounted(() => run(async () => void (stock.value = await door.stock())))

const nameOf = (code: string) => stock.value?.items.find((item) => item.code === code)?.name ?? code
const open = computed(() => (stock.value?.orders ?? []).filter((order) => order.state === 'asked'))
const listOf = (order: Schemas['Order']) =>
  Object.entries(order.items)
    .map(([code, count]) => `${count} × ${nameOf(code)}`)
    .join(', ')
const runsOut = (item: Item) =>
  item.runs_out
    ? t('door.stock.inDays', {
        middle: item.runs_out.middle,
        low: item.runs_out.low,
        high: item.runs_out.high,
      })
    : t('door.stock.notUsedYet')

const editing = ref<{ code: string; name: string; reorder_at: number; in_kit: number } | null>(null)
const moving = ref<{
  code: string
  count: number
  reason: 'bought' | 'returned' | 'counted' | 'spoiled'
} | null>(null)
const codeOf = (text: string) =>
  text
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '_')
    .replace(/^_+|_+$/g, '')
    .slice(0, 40)
const keep = () =>
  run(async () => {
    const { code, ...item } = editing.value!
    stock.value = await door.keepItem(code || codeOf(item.name), item)
    editing.value = null
  })
const move = () =>
  run(async () => {
    const { code, count, reason } = moving.value!
    stock.value = await door.moveStock(code, {
      count: reason === 'spoiled' ? -Math.abs(count) : count,
      reason,
    })
    moving.value = null
  })
const post = (id: string) =>
  run(async () => {
    stock.value = await door.postOrder(id)
    notice.value = t('door.stock.posted')
  })
const REASONS = {
  bought: t('door.stock.bought'),
  returned: t('door.stock.returned'),
  counted: t('door.stock.counted'),
  spoiled: t('door.stock.spoiled'),
}
const reasonOf = (reason: string) =>
  ({ ...REASONS, posted: t('door.stock.wasPosted') })[reason as keyof typeof REASONS] ?? reason
</script>

<template>
  <div class="page breadth stack stock">
    <OfficeNav />
    <header class="row-3">
      <h1>{{ t('door.stock.title') }}</h1>
      <el-button
        type="primary"
        @click="editing = { code: '', name: '', reorder_at: 0, in_kit: 0 }"
        >{{ t('door.stock.addAnItem') }}</el-button
      >
    </header>
    <TroubleNote :trouble="refusal" />
    <p v-if="notice" role="status">{{ notice }}</p>
    <form v-if="editing" class="sheet" @submit.prevent="keep">
      <label
        >{{ t('door.stock.item') }}
        <input v-model="editing.name" class="field" minlength="2" maxlength="80" required
      /></label>
      <label
        >{{ t('door.stock.orderFrom') }}
        <input v-model.number="editing.reorder_at" class="field" type="number" min="0"
      /></label>
      <label
        >{{ t('door.stock.inAStarterKit') }}
        <input v-model.number="editing.in_kit" class="field" type="number" min="0"
      /></label>
      <div>
        <el-button native-type="submit" type="primary" :loading="busy">{{
          t('door.stock.save')
        }}</el-button><el-button @click="editing = null">{{ t('door.stock.cancel') }}</el-button>
      </div>
    </form>
    <el-skeleton v-if="!stock && !refusal" :rows="6" animated />
    <template v-if="stock">
      <section>
        <h2>{{ t('door.stock.orders') }}</h2>
        <p v-if="!open.length" class="soft">{{ t('door.stock.noOrders') }}</p>
        <a v-else href="/api/stock/picking.pdf">{{ t('door.stock.pickingList') }}</a>
        <ol class="bare stack-2">
          <li v-for="order in open" :key="order.id" class="order" :data-order="order.member_name">
            <b>{{ order.member_name }}</b> {{ listOf(order) }}
            <small class="soft">{{ shortDateText(order.asked_at.slice(0, 10)) }}</small>
            <el-button type="primary" :disabled="busy" @click="post(order.id)">{{
              t('door.stock.isPosted')
            }}</el-button>
          </li>
        </ol>
      </section>
      <section>
        <h2>{{ t('door.stock.shelves') }}</h2>
        <p v-if="!stock.items.length" class="soft">{{ t('door.stock.noItems') }}</p>
        <div v-else class="scroll" tabindex="0">
          <table v-cards class="list">
            <thead>
              <tr>
                <th>{{ t('door.stock.item') }}</th>
                <th>{{ t('door.stock.left') }}</th>
                <th>{{ t('door.stock.runsOut') }}</th>
                <th>{{ t('door.stock.inAStarterKit') }}</th>
                <th></th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="item in stock.items" :key="item.code" :data-item="item.code">
                <td>
                  <button type="button" class="link" @click="editing = { ...item }">
                    {{ item.name }}
                  </button>
                </td>
                <td>
                  <b class="tabular" :class="{ fault: item.short }">{{ item.left }}</b>
                  <span v-if="item.short" class="fault"> {{ t('door.stock.short') }}</span>
                </td>
                <td>{{ runsOut(item) }}</td>
                <td class="tabular">{{ item.in_kit }}</td>
                <td>
                  <form v-if="moving?.code === item.code" class="row" @submit.prevent="move">
                    <input
                      v-model.number="moving.count"
                      class="field count"
                      type="number"
                      :aria-label="t('door.stock.count')"
                    />
                    <select v-model="moving.reason" class="field" :aria-label="t('door.stock.why')">
                      <option v-for="(text, reason) in REASONS" :key="reason" :value="reason">
                        {{ text }}
                      </option>
                    </select>
                    <el-button native-type="submit" :loading="busy">{{
                      t('door.stock.save')
                    }}</el-button>
                  </form>
                  <el-button
                    v-else
                    @click="moving = { code: item.code, count: 1, reason: 'bought' }"
                    >{{ t('door.stock.cameOrWent') }}</el-button
                  >
                </td>
              </tr>
            </tbody>
          </table>
        </div>
      </section>
      <details>
        <summary>{{ t('door.stock.movesLately') }}</summary>
        <p v-for="entry in stock.moves" :key="entry.id" class="soft">
          {{ shortDateText(entry.made_at.slice(0, 10)) }}: {{ entry.count > 0 ? '+' : ''
          }}{{ entry.count }} {{ nameOf(entry.item_code) }}, {{ reasonOf(entry.reason) }} ({{
            entry.by
          }})
        </p>
      </details>
    </template>
  </div>
</template>

<style scoped>
.order {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2) var(--gap-3);
  align-items: center;
  padding: var(--gap-2) 0;
  border-bottom: 1px solid var(--line);
}
.count {
  width: 90px;
}
</style>
