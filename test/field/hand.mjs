// A Deck without a screen, for sequences of touches: the page's own functions on one device, asked line by line.
// node hand.mjs: each line of input is one JSON array [act, ...]; each line of output what the device sends, or null.
import { readFileSync } from 'node:fs'
import { createInterface } from 'node:readline'
import { createRequire } from 'node:module'
import { fileURLToPath } from 'node:url'

const web = fileURLToPath(new URL('../../web/', import.meta.url))
const typescript = createRequire(`${web}package.json`)('typescript')
const asModule = (source) => {
  const { outputText } = typescript.transpileModule(source, { compilerOptions: { module: 'esnext', target: 'es2022' } })
  return `data:text/javascript;base64,${Buffer.from(outputText).toString('base64')}`
}
const read = (path) => readFileSync(`${web}src/${path}.ts`, 'utf8')
const blankEncounter = asModule(read('core/blankEncounter'))
// No page is looked at here, so a key does for its text.
const words = asModule('export const t = (key) => key')
const page = read('places/deck/fishInHand')
const hand = await import(
  asModule(page.replace("'@/core/blankEncounter'", `'${blankEncounter}'`).replace("'@/words/deck'", `'${words}'`)),
)

let setting = null
const devices = new Map()
const asKept = (value) => JSON.parse(JSON.stringify(value))

function blank(device, id) {
  const next = device.pouch.find((number) => !device.used.has(number)) ?? null
  return { ...hand.blankFish(id, setting.species_code, 'FL'), trip_id: setting.card.trip.id, offered: next }
}

/** What leaves the device: only what has ended, or is void; nothing that says the same again. */
function sent(device, one) {
  if (!hand.hasEnded(one) || !one.taps.length) return null
  const next = hand.nextRevision(one, device.sent.get(one.id) ?? null, setting.card, 'cm', device.name)
  if (!next) return null
  device.sent.set(one.id, next)
  hand.numbersOf(one).forEach((number) => (one.voided_because ? device.used.delete(number) : device.used.add(number)))
  return { id: one.id, encounter: next }
}

const acts = {
  setting: (given) => ((setting = given), null),
  device: (name, pouch) => (devices.set(name, { name, pouch, used: new Set(), sent: new Map(), fish: null }), null),
  fish: (name, id) => ((devices.get(name).fish = blank(devices.get(name), id)), null),
  /** A reload: what was kept is all there is. */
  reload: (name) => {
    const device = devices.get(name)
    devices.set(name, { ...device, fish: asKept(device.fish), sent: new Map(asKept([...device.sent])) })
    return null
  },
  tap: (name, act, at, against) => change(name, (one) => (hand.lifeOf(one) === 'closed' && act === 'tag_in' ? hand.sayTagIn(one) : hand.tapOn(one, act, at, against))),
  noTag: (name) => change(name, (one) => hand.sayNoTag(one)),
  undo: (name) => change(name, (one) => void hand.tapBack(one)),
  digits: (name, digits) => change(name, (one) => hand.lifeOf(one) !== 'closed' && Object.assign(one, { digits })),
  note: (name, note) => change(name, (one) => Object.assign(one, { note })),
  reopen: (name) => change(name, (one) => Object.assign(one, { reopened: true })),
}
function change(name, how) {
  const device = devices.get(name)
  if (!device.fish || device.fish.voided_because) return null
  how(device.fish)
  return sent(device, device.fish)
}

const told = (name) => {
  const one = devices.get(name)?.fish
  return one && { life: hand.lifeOf(one), stage: hand.stageOf(one), said: one.said_tag, asks: one.ask_tag, numbers: one.tag_numbers, offered: one.offered, void: one.voided_because, digits: one.digits, note: one.note, taps: one.taps.length, reopened: one.reopened }
}
for await (const line of createInterface({ input: process.stdin })) {
  const [act, ...given] = JSON.parse(line)
  console.log(JSON.stringify({ sent: acts[act](...given), fish: told(given[0]) }))
}
