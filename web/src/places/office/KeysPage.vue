<script setup lang="ts">
import { computed, onMounted, ref, shallowRef } from 'vue'
import { exchange } from '@/api/exchange'
import { useAct } from '@/api/useAct'
import { shortDateText } from '@/format/units'
import TroubleNote from '@/parts/TroubleNote.vue'
import OfficeNav from './parts/OfficeNav.vue'

/** Keys with which programs read, and how they do it. */
const keys = shallowRef<Awaited<ReturnType<typeof exchange.keys>>['keys'] | null>(null)
const fresh = ref('')
const name = ref('')
const { busy, refusal, notice, run } = useAct()
const operations = shallowRef<Awaited<ReturnType<typeof exchange.contract>>['operations']>([])
onMounted(() =>
  run(async () => {
    keys.value = (await exchange.keys()).keys
    operations.value = (await exchange.contract()).operations
  }),
)

const make = () =>
  run(async () => {
    const made = await exchange.makeKey(name.value.trim())
    keys.value = made.keys
    fresh.value = made.key ?? ''
    name.value = ''
  })
const revoke = (id: number, called: string) =>
  run(async () => {
    keys.value = (await exchange.revokeKey(id)).keys
    fresh.value = ''
    notice.value = `${called} reads nothing from now on.`
  })
const address = `${window.location.origin}/api/catches`
const key = computed(() => fresh.value || 'vk_…')
const EXAMPLES = computed(() => ({
  curl: `curl -H "Authorization: Bearer ${key.value}" ${address}`,
  Python: `import json, urllib.request
asked = urllib.request.Request("${address}", headers={"Authorization": "Bearer ${key.value}"})
catches = json.load(urllib.request.urlopen(asked))["catches"]
print(len(catches))`,
  R: `library(httr2)
request("${address}") |>
  req_auth_bearer_token("${key.value}") |>
  req_perform() |> resp_body_json(simplifyVector = TRUE)`,
  Ruby: `require "net/http"
require "json"
answer = Net::HTTP.get(URI("${address}"), { "Authorization" => "Bearer ${key.value}" })
catches = JSON.parse(answer)["catches"]
puts catches.size`,
}))
</script>

<template>
  <div class="page keys stack">
    <OfficeNav />
    <h1>Keys for programs</h1>
    <p class="soft">
      A key reads catches in 5 km cells and what Water tells, never an exact place, a finder or a
      setting; 120 times a minute. It can be taken back at any time.
    </p>
    <TroubleNote :trouble="refusal" />
    <p v-if="notice" role="status">{{ notice }}</p>
    <form class="make row-3 at-end" @submit.prevent="make">
      <label>
        Who or what reads with it
        <input v-model="name" class="field" minlength="3" maxlength="120" required />
      </label>
      <el-button native-type="submit" type="primary" :loading="busy">Make a key</el-button>
    </form>
    <p v-if="fresh" role="status" class="fresh">
      <b>Copy it now; it is shown this once:</b>{{ ' ' }}<code class="figures">{{ fresh }}</code>
    </p>
    <el-skeleton v-if="!keys && !refusal" :rows="4" animated />
    <p v-else-if="keys && !keys.length" class="soft">No program reads here yet.</p>
    <table v-else-if="keys" v-cards class="list">
      <thead>
        <tr>
          <th>key of</th>
          <th>made</th>
          <th>by</th>
          <th>last used</th>
          <th></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="entry in keys" :key="entry.id">
          <td>{{ entry.name }}</td>
          <td class="tabular">{{ shortDateText(entry.made_at) }}</td>
          <td>{{ entry.by }}</td>
          <td class="tabular">{{ entry.used_on ? shortDateText(entry.used_on) : 'never' }}</td>
          <td>
            <span v-if="entry.revoked_at" class="soft"
              >taken back {{ shortDateText(entry.revoked_at) }}</span
            >
            <el-popconfirm
              v-else
              :title="`${entry.name} would read nothing from now on. Take its key back?`"
              confirm-button-text="Take it back"
              cancel-button-text="Leave it"
              width="260"
              @confirm="revoke(entry.id, entry.name)"
            >
              <template #reference><button type="button" class="link">Take back</button></template>
            </el-popconfirm>
          </td>
        </tr>
      </tbody>
    </table>
    <section>
      <h2>How a program reads</h2>
      <p>
        <code>/api/catches</code> gives 500 at a time and, as <code>next</code>, the
        <code>cursor</code> of the next page; with <code>If-None-Match</code> and the last
        <code>ETag</code> it answers 304 while nothing has changed. What the columns mean stands
        under <RouterLink to="/water/data">Water, Data</RouterLink>.
      </p>
      <div v-for="(text, language) in EXAMPLES" :key="language">
        <h3>{{ language }}</h3>
        <pre tabindex="0" role="group" :aria-label="`Example in ${language}`">{{ text }}</pre>
      </div>
    </section>
    <section class="contract">
      <h2>What a key may ask</h2>
      <details v-for="operation in operations" :key="operation.path">
        <summary>
          <code>{{ operation.method }} {{ operation.path }}</code> {{ operation.summary }}
        </summary>
        <p v-if="!operation.parameters.length" class="soft">It takes nothing.</p>
        <ul>
          <li v-for="parameter in operation.parameters" :key="parameter.name">
            <code>{{ parameter.name }}</code>{{ parameter.required ? ' (needed)' : '' }}:
            {{ parameter.says }}
          </li>
        </ul>
      </details>
    </section>
  </div>
</template>

<style scoped>
.fresh {
  border-left: 5px solid var(--kelp);
  padding: var(--gap-2) var(--gap-3);
  background: var(--kelp-soft);
  overflow-wrap: anywhere;
}
pre {
  overflow-x: auto;
  padding: var(--gap-3);
  border: 1px solid var(--line);
  border-radius: var(--round);
  background: var(--sheet);
}
</style>
