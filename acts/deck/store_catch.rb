# frozen_string_literal: true

module Acts
  # Writes a catch, and what it does to fish and tags: tags that go in, come off, are spoiled or
  # lost; the fish that it is a chapter of; numbers that waited; the letter to who tagged it.
  #
  #   encounter: Core::Records::Encounter
  #   sent:      as sent, for its numbers
  #   known:     it as it stood before, nil for a first sending
  #
  # Returns it as it stands. A void record is kept as it was said and touches no tag and no
  # fish. Raises Core::InvalidInput or Conflict.
  class StoreCatch
    NO_NUMBER = {
      "tagged" => "A tagged fish needs the number of its tag.",
      "recaptured" => "A recapture needs its tag number, as far as you can read it."
    }.freeze

    def self.call(...) = new(...).call

    def initialize(store:, encounter:, sent:, known:, now:)
      @store = store
      @encounter = encounter
      @known = known
      @now = now
      @counts = encounter.counted
      @named = encounter.void? ? [] : Core::Tags::Number.normalise_all(sent[:tag_numbers])
      @put = put(sent)
    end

    def call
      refuse_void_of_a_chain if @encounter.void?
      check_numbers
      tags = EncounterTags.new(store: @store, encounter: @counts, put: @put, known: @known)
      tags.prepare
      @verdict = verdict
      @counts = @counts.with(fish_id: fish_id)
      stored = keep
      tags.settle(fish_id: stored.fish_id, off: off, now: @now)
      follow
      stored
    end

    private

    # Numbers that it leaves in the fish.
    def put(sent)
      case @counts.kind
      when "tagged" then @named
      when "recaptured" then Core::Tags::Number.normalise_all(sent[:new_tag_numbers])
      else []
      end
    end

    def keep
      read = @encounter.tagged? ? [] : @named
      stored = @encounter.with(fish_id: @counts.fish_id, read_numbers: read)
      @known ? @store.encounters.replace(stored) : @store.encounters.add(stored)
      stored
    end

    # Numbers known to be its own.
    def off = accepted? ? [*@named, @verdict.fish.number].uniq : []

    def accepted? = @verdict&.accepted?

    # A release that somebody has caught again since is not taken out of the world by a touch.
    def refuse_void_of_a_chain
      return unless @known&.tagged? && @known.fish_id
      return if @store.fish.catches(@known.fish_id).size < 2

      refuse(
        Core::Conflict, "voided_because", :caught_again,
        Core::Text.of("deck.store_catch.this_fish_was_recaptured_later")
      )
    end

    def check_numbers
      refuse_tag_in_lost if @encounter.lost? && !@encounter.untagged?
      refuse_no_number if @named.empty? && NO_NUMBER.key?(@counts.kind)
      return unless %w[replaced added].include?(@counts.tag_act) && @put.empty?

      refuse(
        Core::InvalidInput, "new_tag_numbers", :no_tag,
        "A tag that was #{@counts.tag_act} needs a new number."
      )
    end

    def refuse_tag_in_lost
      refuse(
        Core::InvalidInput, "fate", :lost_with_a_tag,
        "A fish that carries your tag was released, even if it got away. Record it as released."
      )
    end

    def refuse_no_number
      refuse(Core::InvalidInput, "tag_numbers", :no_tag, NO_NUMBER.fetch(@counts.kind))
    end

    # What the numbers on a recaptured fish say; what was decided of them at the desk stands.
    def verdict
      return nil unless @counts.recaptured?

      decided = FileReading.decided(store: @store, encounter_id: @counts.id, numbers: @named)
      if decided
        fish = Core::Recaptures::TaggedFish.new(
          fish_id: decided.fish_id, number: decided.tag_number
        )
        return Core::Recaptures::Match::Verdict.new(fish:)
      end

      FindFish.judge(
        KnownFish.new(@store), Core::Recaptures::Report.read_on_deck(@counts, @named)
      )
    end

    # A tagged fish is the same as before when the record is corrected, else a new one. A recapture
    # is of the fish that its numbers name; while they wait at the desk, a new tag in such a fish
    # starts its chain here.
    def fish_id
      return nil if @counts.untagged?
      return @verdict.fish.fish_id if accepted?
      return nil if @put.empty?

      @known&.fish_id || new_fish
    end

    def new_fish
      @store.fish.add(
        species_code: @counts.species_code, story_key: SecureRandom.urlsafe_base64(16)
      )
    end

    # What a catch means for what was known: numbers that wait, the span of the fish, the one who
    # tagged it.
    def follow
      context = Context.new(store: @store, now: @now)
      FileReading.call(context, encounter: @counts, numbers: @named, verdict: @verdict)
      FileReading.judge_waiting(context, @put) if @put.any?
      before = @known&.fish_id
      touched = [before]
      touched << @counts.fish_id if @counts.recaptured? || before
      MeasureSpan.call(store: @store, fish_ids: touched.compact.uniq)
      tell_tagger unless before == @counts.fish_id || @counts.imported?
    end

    def tell_tagger
      return if !accepted? || @verdict.fish.tagger_id == @counts.member_id

      report = Core::Recaptures::Report.read_on_deck(@counts, @named).with(id: nil)
      WriteLetter.recapture_to_tagger(store: @store, report:, fish: @verdict.fish)
    end

    def refuse(error, field, code, sentence) = raise(error.at(field, code, sentence))
  end
end
