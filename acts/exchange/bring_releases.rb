# frozen_string_literal: true

module Acts
  # First catches and catches without a tag of an old table, many at once: what StoreCatch would do
  # with each, for those whose numbers all lie free. The rest it leaves to be stored one by one,
  # which says what is in the way.
  class BringReleases
    FREE = Core::Imports::NumbersInTurn::FREE

    # catches: [Core::Imports::Caught]
    # Returns { encounter id => { number => Core::Tags::Tag as it was } } of those that are stored.
    def self.call(context, catches, import_id:) = new(context, import_id).call(catches)

    def initialize(context, import_id)
      @context = context
      @store = context.store
      @import_id = import_id
    end

    def call(catches)
      before = @store.custody.lock(catches.flat_map(&:numbers)).to_h { |tag| [tag.number, tag] }
      plain = catches.select { |caught| free?(caught, before) }
      return {} if plain.empty?

      write(plain)
      FileReading.judge_waiting(@context, before.keys)
      plain.to_h { |caught| [caught.id, before.slice(*caught.numbers)] }
    end

    private

    def free?(caught, before)
      encounter, numbers = *caught
      return numbers.empty? if encounter.untagged?

      encounter.tagged? && numbers.any? &&
        numbers.all? { |number| FREE.include?(before[number]&.state) }
    end

    def write(plain)
      tagged = plain.reject { |caught| caught.numbers.empty? }
      ids = @store.imports.add_fish(
        tagged.map do |caught|
          { species_code: caught.encounter.species_code, import_id: @import_id,
            story_key: SecureRandom.urlsafe_base64(16) }
        end
      )
      fish_of = tagged.map(&:id).zip(ids).to_h
      @store.encounters.add_all(
        plain.map do |caught|
          caught.encounter.with(read_numbers: [], fish_id: fish_of[caught.id])
        end
      )
      put_tags(tagged, fish_of)
    end

    def put_tags(tagged, fish_of)
      @store.fish.tag_all(
        tagged.flat_map do |caught|
          caught.numbers.map do |number|
            { fish_id: fish_of[caught.id], tag_number: number, encounter_id: caught.id }
          end
        end
      )
      tagged.group_by { |caught| caught.encounter.member_id }.each do |member_id, own|
        @store.custody.move(
          own.flat_map(&:numbers), act: "applied", member_id:, at: @context.now
        )
      end
    end
  end
end
