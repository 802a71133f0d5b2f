<script setup lang="ts">
import { storeToRefs } from 'pinia'
import { computed, onMounted, ref } from 'vue'
import { api, type Schemas } from '@/api/client'
import { useAct } from '@/api/useAct'
import { shortDateText } from '@/format/units'
import TagStreamer from '@/parts/TagStreamer.vue'
import TroubleNote from '@/parts/TroubleNote.vue'
import { useSessionStore } from '@/stores/session'
import ListImport from './parts/ListImport.vue'
import OfficeNav from './parts/OfficeNav.vue'

const { busy, refusal, notice, run, read } = useAct()
type Act = 'returned' | 'spoiled' | 'lost' | 'transferred'
const { isCoordinator } = storeToRefs(useSessionStore())
const custody = ref<Schemas['Custody'] | null>(null)
const search = ref('')
const issue = ref({ batch_id: null as number | null, member_id: '', count: 25 })
const batch = ref<Schemas['BatchSent']>({
  prefix: 'MS',
  prefix_printed: true,
  tag_type: null,
  applicator: null,
  digits: 6,
  first_serial: 1,
  last_serial: 500,
  label: '',
})
const chosen = ref<string[]>([])
const moveTo = ref('')
const note = ref('')

onMounted(() => load())
const load = (number?: string) =>
  read(
    () => api.custody(number || undefined),
    (answer) => (custody.value = answer),
  )

const hand = () =>
  run(async () => {
    const { numbers } = await api.issueTags({
      batch_id: issue.value.batch_id!,
      member_id: issue.value.member_id,
      count: issue.value.count,
    })
    custody.value = await api.custody()
    const to = custody.value.pouches.find(
      (pouch) => pouch.member_id === issue.value.member_id,
    )?.name
    notice.value = `${numbers.length} tags to ${to}: ${numbers[0]} to ${numbers.at(-1)}.`
  })
const print = () =>
  run(async () => {
    custody.value = await api.printBatch(batch.value)
    notice.value = `${batch.value.label} is in stock.`
  })
const move = (act: Act) =>
  run(async () => {
    const count = chosen.value.length
    custody.value = await api.moveTags({
      numbers: chosen.value,
      act,
      member_id: act === 'transferred' ? moveTo.value : null,
      note: note.value.trim() || null,
    })
    notice.value = `${count} ${count === 1 ? 'tag is' : 'tags are'} now ${act}.`
    chosen.value = []
    note.value = ''
  })
function choose(number: string) {
  chosen.value = chosen.value.includes(number)
    ? chosen.value.filter((kept) => kept !== number)
    : [...chosen.value, number]
}
const sums = computed(() => {
  const add = (key: 'printed' | 'in_stock' | 'in_pouch' | 'applied' | 'spoiled' | 'lost') =>
    custody.value!.batches.reduce((sum, batch) => sum + batch[key], 0)
  return custody.value
    ? {
        printed: add('printed'),
        in_stock: add('in_stock'),
        in_pouch: add('in_pouch'),
        applied: add('applied'),
        spoiled: add('spoiled'),
        lost: add('lost'),
      }
    : null
})
const others = computed(() => custody.value?.pouches ?? [])
</script>

<template>
  <div class="page tags">
    <OfficeNav />
    <h1>Tags</h1>
    <TroubleNote :trouble="refusal" />
    <p v-if="notice" class="said" role="status">{{ notice }}</p>
    <el-skeleton v-if="!custody && !refusal" :rows="8" animated />
    <template v-if="custody">
      <section class="stack-2">
        <h2>Your pouch</h2>
        <p v-if="!custody.own.length" class="soft">
          It is empty.
          {{ isCoordinator ? 'Issue tags to yourself below.' : 'Ask the coordinator for tags.' }}
        </p>
        <template v-else>
          <p class="soft">
            {{ custody.own.length }} tags. Touch the ones that are spoiled, lost, or going back.
          </p>
          <div class="pouch">
            <button
              v-for="number in custody.own"
              :key="number"
              type="button"
              :aria-pressed="chosen.includes(number)"
              @click="choose(number)"
            >
              <TagStreamer :number="number" :spent="chosen.includes(number)" />
            </button>
          </div>
          <div v-if="chosen.length" class="moves row">
            <b>{{ chosen.length }} chosen</b>
            <el-input v-model="note" maxlength="500" placeholder="Note, if any" aria-label="Note" />
            <el-button :disabled="busy" @click="move('spoiled')">Spoiled</el-button>
            <el-button :disabled="busy" @click="move('lost')">Lost</el-button>
            <el-button :disabled="busy" @click="move('returned')">Back to stock</el-button>
            <template v-if="isCoordinator">
              <select v-model="moveTo" class="field slim" aria-label="Hand on to">
                <option value="">to whom</option>
                <option v-for="other in others" :key="other.member_id" :value="other.member_id">
                  {{ other.name }}
                </option>
              </select>
              <el-button :disabled="busy || !moveTo" @click="move('transferred')"
                >Hand on</el-button
              >
            </template>
          </div>
        </template>
      </section>

      <section class="stack-2">
        <h2>{{ isCoordinator ? 'Pouches' : 'Your use' }}</h2>
        <div class="scroll" tabindex="0">
          <table v-cards class="list">
            <thead>
              <tr>
                <th>Member</th>
                <th>In the pouch</th>
                <th>Next</th>
                <th>Used in a year</th>
                <th>Per trip</th>
                <th>Order at</th>
                <th></th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="pouch in custody.pouches" :key="pouch.member_id">
                <td>{{ pouch.name }}</td>
                <td class="tabular right">{{ pouch.in_pouch }}</td>
                <td><TagStreamer v-if="pouch.next_number" :number="pouch.next_number" /></td>
                <td class="tabular right">{{ pouch.used }}</td>
                <td class="tabular right">
                  {{ pouch.per_trip === null ? 'too few' : pouch.per_trip.toFixed(1) }}
                </td>
                <td class="tabular right">
                  {{ pouch.reorder_at
                  }}<small v-if="!pouch.estimated" class="soft"> house rule</small>
                </td>
                <td><b v-if="pouch.reorder" class="fault">time to order</b></td>
              </tr>
            </tbody>
          </table>
        </div>
        <p class="soft">
          “Order at” lasts over three weeks of delivery 19 times in 20, from the member’s own use
          and its uncertainty.
        </p>
      </section>

      <template v-if="isCoordinator">
        <section class="two stack-2">
          <div>
            <h2>Issue</h2>
            <form class="row" @submit.prevent="hand">
              <select v-model="issue.batch_id" class="field" aria-label="From batch">
                <option :value="null">from batch</option>
                <option
                  v-for="row in custody.batches.filter((each) => each.in_stock)"
                  :key="row.id"
                  :value="row.id"
                >
                  {{ row.label }}: {{ row.in_stock }} in stock
                </option>
              </select>
              <select v-model="issue.member_id" class="field" aria-label="To member">
                <option value="">to member</option>
                <option v-for="other in others" :key="other.member_id" :value="other.member_id">
                  {{ other.name }}
                </option>
              </select>
              <label
                >how many
                <input
                  v-model.number="issue.count"
                  class="field"
                  type="number"
                  min="1"
                  max="1000"
                  aria-label="How many"
              /></label>
              <el-button
                native-type="submit"
                type="primary"
                size="large"
                :disabled="busy || !issue.batch_id || !issue.member_id || !(issue.count > 0)"
                >Issue</el-button
              >
            </form>
          </div>
          <div>
            <h2>From the printer</h2>
            <form class="row" @submit.prevent="print">
              <label>Prefix <input v-model="batch.prefix" class="field" maxlength="4" /></label>
              <label class="tick">
                <input v-model="batch.prefix_printed" type="checkbox" />
                The tags bear it; else it stands in our books alone
              </label>
              <label
                >Held by
                <select v-model="batch.tag_type" class="field">
                  <option :value="null">not said</option>
                  <option value="anchor">an anchor</option>
                  <option value="dart">a dart</option>
                </select></label
              >
              <label
                >Put in with
                <select v-model="batch.applicator" class="field">
                  <option :value="null">not said</option>
                  <option value="needle">a hollow needle</option>
                  <option value="gun">an applicator gun</option>
                </select></label
              >
              <label
                >Digits
                <input v-model.number="batch.digits" class="field" type="number" min="1" max="9"
              /></label>
              <label
                >First
                <input v-model.number="batch.first_serial" class="field" type="number" min="0"
              /></label>
              <label
                >Last <input v-model.number="batch.last_serial" class="field" type="number" min="0"
              /></label>
              <label>Label <input v-model="batch.label" class="field" maxlength="60" /></label>
              <el-button native-type="submit" size="large" :disabled="busy || !batch.label.trim()"
                >Enter batch</el-button
              >
            </form>
            <ListImport
              noun="batches"
              hint="Or many, as CSV with prefix,digits,first_serial,last_serial,label"
              :send="async (file, dryRun) => api.importBatches(await file.text(), dryRun)"
              @stored="load()"
            />
          </div>
        </section>

        <section class="stack-2">
          <h2>Batches</h2>
          <p v-if="sums" class="sum tabular strong">
            {{ sums.printed }} printed = {{ sums.in_stock }} in stock + {{ sums.in_pouch }} in
            pouches + {{ sums.applied }} in fish + {{ sums.spoiled }} spoiled + {{ sums.lost }} lost
          </p>
          <el-empty
            v-if="!custody.batches.length"
            description="No tags yet. Enter the first batch that came from the printer."
          />
          <div v-else class="scroll" tabindex="0">
            <table v-cards class="list">
              <thead>
                <tr>
                  <th>Batch</th>
                  <th>From</th>
                  <th>To</th>
                  <th>Printed</th>
                  <th>In stock</th>
                  <th>Pouches</th>
                  <th>In fish</th>
                  <th>Spoiled</th>
                  <th>Lost</th>
                  <th></th>
                </tr>
              </thead>
              <tbody>
                <tr v-for="row in custody.batches" :key="row.id">
                  <td>{{ row.label }}</td>
                  <td>
                    <TagStreamer
                      :number="`${row.prefix}${String(row.first_serial).padStart(row.digits, '0')}`"
                    />
                  </td>
                  <td>
                    <TagStreamer
                      :number="`${row.prefix}${String(row.last_serial).padStart(row.digits, '0')}`"
                    />
                  </td>
                  <td
                    v-for="key in [
                      'printed',
                      'in_stock',
                      'in_pouch',
                      'applied',
                      'spoiled',
                      'lost',
                    ] as const"
                    :key="key"
                    class="tabular right"
                  >
                    {{ row[key] }}
                  </td>
                  <td>
                    <a
                      :href="`/api/tags/batches/${row.id}/labels.pdf`"
                      target="_blank"
                      rel="noopener"
                      >labels</a
                    >
                  </td>
                </tr>
              </tbody>
            </table>
          </div>
        </section>

        <section class="stack-2">
          <h2>Ledger</h2>
          <form class="row" @submit.prevent="load(search)">
            <input
              v-model="search"
              class="field slim"
              placeholder="One number"
              aria-label="Number"
            />
            <el-button native-type="submit">Find</el-button>
          </form>
          <p v-if="!custody.ledger.length" class="soft">Nothing in the ledger for this number.</p>
          <div v-else class="scroll" tabindex="0">
            <table v-cards class="list">
              <thead>
                <tr>
                  <th>Tag</th>
                  <th>What</th>
                  <th>Member</th>
                  <th>Written by</th>
                  <th>When</th>
                  <th>Note</th>
                </tr>
              </thead>
              <tbody>
                <tr v-for="(row, index) in custody.ledger" :key="index">
                  <td><TagStreamer :number="row.tag_number" /></td>
                  <td>{{ row.act }}</td>
                  <td>{{ row.member }}</td>
                  <td>{{ row.made_by ?? 'the Deck' }}</td>
                  <td class="nowrap">{{ shortDateText(row.at) }}</td>
                  <td>{{ row.note }}</td>
                </tr>
              </tbody>
            </table>
          </div>
        </section>
      </template>
    </template>
  </div>
</template>

<style scoped>
.tags {
  display: grid;
  gap: var(--gap-4);
  max-width: 1280px;
}
.two {
  grid-template-columns: 1fr 1fr;
  gap: var(--gap-5);
}
.two > div {
  display: grid;
  gap: var(--gap-2);
  align-content: start;
}
.pouch {
  display: flex;
  flex-wrap: wrap;
  gap: 4px var(--gap-3);
}
.pouch button {
  background: none;
  border: 0;
  padding: 4px 0;
  cursor: pointer;
}
.row {
  align-items: end;
}
.moves .el-input {
  width: 220px;
}
.row label {
  font-size: 15px;
  display: grid;
  width: 110px;
}
.field {
  min-height: 40px;
}
.row select.field,
.slim {
  width: auto;
  min-width: 180px;
}
.said {
  border-left: 5px solid var(--kelp);
  padding-left: var(--gap-3);
}
@media (max-width: 860px) {
  .two {
    grid-template-columns: 1fr;
  }
}
</style>
