# frozen_string_literal: true

require "open3"
require "securerandom"

# Random days of one tagger: touches on the Deck (the page's own functions, in Node), reloads, lost
# answers, late copies, edits ashore between them. What was said is followed here by itself, and
# held against what the server has in the end.
class Sequences
  ROOT = File.expand_path("../..", __dir__)
  # A few minutes before midnight where the angler is.
  START_MS = 1_779_663_420_000
  LENGTHS = %w[312 405 417 530 288].freeze

  # What somebody said of one fish, touch by touch; nothing here knows how the Deck or the server
  # work.
  Said = Struct.new(:id, :number, :touches, :words, :digits, :note, :ashore, :reopened, :void) do
    def ended? = Core::Handling::Stages::ENDED.include?(stage)
    def stage = touches.reverse.find { |touch| touch != "tag_in" }
    def closed? = ended? && !reopened
    # Whether its tag is in, by the last word about it.
    def tagged? = words.last == :in
  end

  attr_reader :faults, :counts

  def initialize(store:, db:, member:, rng:)
    @store, @db, @member, @rng = store, db, member, rng
    @faults = []
    @counts = Hash.new(0)
    open_deck
  end

  def close
    @to.close
    @from.close
  end

  # One day: a few fish, each with a few dozen touches, in any order that a person could make them.
  def day(trip)
    @trip = trip
    ask(
      "setting",
      {
        species_code: "seabass",
        card: {
          trip: {
            id: trip,
            water_temp_c: 13.5
          },
          rules: {
            version: 1,
            own_version: 0
          }
        }
      }
    )
    @at_ms = START_MS + @rng.rand(60_000)
    @outbox, @copies = {}, []
    @held = []
    ask("device", "deck", @store.tags.pouch(@member[:id]))
    fish = Array.new(@rng.rand(1..3)) { one_fish }
    come_home
    check(fish)
  end

  private

  def open_deck
    @to, @from, = Open3.popen2("node", File.join(ROOT, "test/field/hand.mjs"))
  end

  def ask(*question)
    @to.puts(JSON.generate(question))
    @to.flush
    answer = JSON.parse(@from.gets, symbolize_names: true)
    put(answer[:sent]) if answer[:sent]
    answer[:fish]
  end

  # The newest of each record waits; an older copy may still be under way.
  def put(sent)
    @copies << @outbox[sent[:id]] if @outbox[sent[:id]]
    @outbox[sent[:id]] = sent
  end

  def one_fish
    id = SecureRandom.uuid
    shown = ask("fish", "deck", id)
    touched = Said.new(id, shown[:offered], [], [], nil, nil, {}, false, false)
    @rng.rand(4..26).times { touched.void || touch(touched) }
    touched
  end

  def touch(touched)
    case @rng.rand(20)
    when 0..7 then tap(touched)
    when 8 then mark(touched)
    when 9 then undo(touched)
    when 10 then no_tag(touched)
    when 11..12 then digits(touched)
    when 13 then note(touched)
    when 14 then reopen(touched)
    when 15 then ask("reload", "deck")
    when 16 then deliver
    when 17 then late_copy
    else ashore(touched)
    end
  end

  def tap(touched)
    following = Core::Handling::Stages::MAY_FOLLOW.fetch(touched.stage)
    return if following.empty?

    act = @rng.rand < 0.7 ? following.first : following.sample(random: @rng)
    touched.touches << act
    touched.reopened = false unless touched.ended?
    ask("tap", "deck", act, @at_ms += @rng.rand(500..90_000), false)
  end

  def mark(touched)
    in_hand = Core::Handling::Stages::MARKS["tag_in"].include?(touched.stage)
    marked = touched.words.last || touched.touches.include?("tag_in")
    return if marked || !(in_hand || touched.closed?)

    touched.touches << "tag_in" if in_hand
    touched.words << :in
    ask("tap", "deck", "tag_in", @at_ms += @rng.rand(500..20_000), false)
  end

  def undo(touched)
    return if touched.touches.empty?

    last_of_ended = touched.touches.size == 1 && touched.ended?
    touched.void = true if last_of_ended
    touched.words << nil if !last_of_ended && touched.touches.pop == "tag_in"
    ask("undo", "deck")
  end

  def no_tag(touched)
    touched.words << :none
    ask("noTag", "deck")
  end

  def digits(touched)
    typed = LENGTHS.sample(random: @rng)
    touched.digits = typed unless touched.closed?
    ask("digits", "deck", typed)
  end

  def note(touched)
    touched.note = "note #{@rng.rand(1000)}"
    ask("note", "deck", touched.note)
  end

  def reopen(touched)
    return unless touched.ended?

    touched.reopened = true
    ask("reopen", "deck")
  end

  # The queue sends the newest of each; sometimes the answer is lost and the same goes again later.
  def deliver
    @outbox.to_a.each do |id, sent|
      record(sent)
      @rng.rand < 0.3 ? @counts[:lost_answers] += 1 : @outbox.delete(id)
    end
  end

  def late_copy
    copy = @copies.delete_at(@rng.rand(@copies.size)) unless @copies.empty?
    record(copy) if copy
  end

  def record(sent)
    @counts[:sent] += 1
    body = sent[:encounter]
    read = lambda do
      body.merge(stages: body[:stages].map { |tap| { act: tap[:act], at: Time.iso8601(tap[:at]) } })
    end
    answer =
      Acts::RecordBatch.call(
        Acts::Context.new(store: @store, member: @member, now: Time.at(@at_ms / 1000.0) + 60),
        bug: ->(error) { raise error },
        records: [{ id: sent[:id], body:, read: }]
      ).first
    @faults << [:held, answer[:message], sent] if answer[:answer] == "held"
  end

  # A gap filled in the evening, or on another screen, while the Deck does not know of it.
  def ashore(touched)
    return unless @store.encounters.find_for_update(touched.id)

    @counts[:ashore] += 1
    changes = [
      { outcome: %w[strong slow].sample(random: @rng) },
      { hook_place: %w[lip roof].sample(random: @rng) }
    ].sample(random: @rng)
    touched.ashore.merge!(changes)
    Acts::CorrectEncounter.call(
      Acts::Context.new(store: @store, member: @member, now: Time.at(@at_ms / 1000.0)),
      id: touched.id,
      changes:
    )
  end

  def come_home
    2.times { @outbox.each_value { |sent| record(sent) } }
    @copies.shuffle(random: @rng).each { |copy| record(copy) }
  end

  def check(fish)
    rows = @db[:encounter_records].where(trip_id: @trip).all.to_h { |row| [row[:id], row] }
    fish.each { |touched| held_against(touched, rows[touched.id]) }
    @faults << [:invented, rows.keys - fish.map(&:id)] unless (rows.keys - fish.map(&:id)).empty?
    ledger
    @counts[:days] += 1
    @counts[:fish] += fish.size
  end

  def held_against(touched, row)
    return void_or_missing(touched, row) if row.nil? || touched.void
    # Opened again and left open: the server has it as it was closed last.
    return unless touched.ended?

    wanted = {
      kind: touched.tagged? ? "tagged" : "untagged",
      length_mm: touched.digits&.to_i,
      note: touched.note,
      voided_at: nil,
      **touched.ashore
    }
    wrong = wanted.reject { |field, value| row[field] == value }
    @faults << [:differs, wrong, row.slice(*wrong.keys), touched.to_a] unless wrong.empty?
    numbers = @store.fish.tags_at(touched.id)
    unless numbers == (touched.tagged? ? [touched.number] : [])
      @faults << [:tags, numbers,
        touched.to_a]
    end
    @faults << [:collides, row[:collisions].to_a, touched.to_a] if row[:collisions].to_a.any?
    asks = touched.words.empty? && touched.touches.last == "let_go" ? touched.number : nil
    return unless asks != row[:tag_question] && touched.words.empty?

    @faults << [:question, row[:tag_question], touched.to_a]
  end

  def void_or_missing(touched, row)
    @faults << [:lost, touched.to_a] if row.nil? && touched.ended?
    @faults << [:not_void, touched.to_a] if row && touched.void && row[:voided_at].nil?
    return unless touched.void && @store.fish.tags_at(touched.id).any?

    @faults << [:tag_of_a_void_fish,
      touched.to_a]
  end

  # Printed = in pouch + in fish, each tag as its last line says, and in no more than one fish.
  def ledger
    states = @db[:tags].select_hash(:number, :state)
    inside =
      @db[:taggings]
        .join(:encounters, id: :encounter_id)
        .where(ended_at: nil)
        .select_map(:tag_number)
    applied = states.select { |_number, state| state == "applied" }.keys
    @faults << [:ledger, applied - inside, inside - applied] unless applied.sort == inside.sort
    last = @db[:tag_custody].order(:id).select_hash(:tag_number, :act)
    wrong =
      last.reject { |number, act| Store::Custody::STATE_AFTER.fetch(act) == states.fetch(number) }
    @faults << [:custody, wrong] unless wrong.empty?
  end
end
