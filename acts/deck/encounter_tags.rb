# frozen_string_literal: true

module Acts
  # What one encounter does to tags: some go into the fish, some come off it, some are spoiled or
  # lost. A corrected record undoes what its earlier revision did and is not said any more.
  #
  #   encounter: Core::Records::Encounter as it counts
  #   put:       [String] numbers that this encounter leaves in the fish as new ones
  class EncounterTags
    # Acts on a tag that leave the fish without it.
    TAKES_OFF = %w[replaced removed].freeze

    def initialize(store:, encounter:, put:, known:)
      @store = store
      @encounter = encounter
      @put = put
      @before_put = known ? store.fish.tags_at(known.id) : []
      @before = {
        "spoiled" => known&.spoiled_numbers.to_a,
        "lost" => known&.lost_numbers.to_a
      }
      @gone = { "spoiled" => encounter.spoiled_numbers, "lost" => encounter.lost_numbers }
    end

    # Opens again what the earlier revision took off, and holds every number against the ledger.
    # Raises Core::InvalidInput or Conflict when a number cannot be used so.
    def prepare
      @store.fish.resume_taggings(encounter_id: @encounter.id)
      all = @put + @gone.values.flatten
      if all.uniq.size < all.size
        refuse(Core::InvalidInput, :same_tag_twice,
          "The same number is entered twice. Remove one of them.")
      end
      (all - @before_put - @before.values.flatten).each { |number| refuse_unusable(number) }
    end

    # After the encounter is written; fish_id may be nil when nothing is put.
    #   off: [String] numbers read on the fish, known to be its own: they end here if this encounter
    #        takes tags off
    def settle(fish_id:, off:, now:)
      fish = @store.fish
      id, member_id = @encounter.id, @encounter.member_id
      (@before_put - @put).each do |number|
        fish.untag(encounter_id: id, tag_number: number, now:)
      end
      (@put - @before_put).each do |number|
        fish.tag(fish_id:, tag_number: number, encounter_id: id)
      end
      off = [] unless TAKES_OFF.include?(@encounter.tag_act)
      off.each { |number| fish.end_tagging(tag_number: number, encounter_id: id, now:) }
      moves.each { |act, numbers| @store.custody.move(numbers, act:, member_id:, at: now) }
    end

    private

    def moves
      used = @put + @gone.values.flatten
      back = (@before_put + @before.values.flatten) - used
      {
        "issued" => back,
        "applied" => @put - @before_put,
        **@gone.to_h { |act, numbers| [act, numbers - @before.fetch(act)] }
      }
    end

    def refuse_unusable(number)
      tag = @store.tags.find(number)
      if tag.nil?
        refuse(
          Core::InvalidInput,
          :tag_not_issued,
          "#{number} is not a number of this programme. Read the streamer again."
        )
      elsif tag.applied?
        refuse(
          Core::Conflict,
          :tag_in_another_fish,
          "#{number} is already in another fish. Check the number on the streamer."
        )
      elsif !usable_states.include?(tag.state)
        refuse(
          Core::InvalidInput,
          :tag_not_in_a_pouch,
          "#{number} is recorded as #{tag.state_words}, not in a pouch. Ask the coordinator."
        )
      end
    end

    # Of old records the ledger begins later than they do.
    def usable_states
      @encounter.imported? ? Core::Imports::NumbersInTurn::FREE : ["in_pouch"]
    end

    def refuse(error, code, sentence) = raise(error.at("tag_numbers", code, sentence))
  end
end
