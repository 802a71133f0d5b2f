# frozen_string_literal: true

module Acts
  # First catches and catches without a tag of an old table, many at once: what StoreCatch would do
  # with each, for those whose numbers all lie free. The rest it leaves to be stored one by one,
  # which says what is in the way.
  class BringReleases
    FREE = Core::Imports::NumbersInTurn::FREE

    # catches: [{ encounter: Core::Records::Encounter, numbers: [String] }]
    # Returns { encounter id => { number => { state:, holder_id: } as the tags were } } of those
    # that are stored.
    def self.call(context, catches, import_id:) = new(context, import_id).call(catches)

    def initialize(context, import_id)
      @context = context
      @store = context.store
      @import_id = import_id
    end

    def call(catches)
      before = @store.custody.lock(catches.flat_map { |caught| caught[:numbers] })
        .to_h { |tag| [tag.delete(:number), tag] }
      plain = catches.select { |caught| free?(caught, before) }
      return {} if plain.empty?

      write(plain)
      FileReading.judge_waiting(@context, before.keys)
      plain.to_h { |one| [one[:encounter].id, before.slice(*one[:numbers])] }
    end

    private

    def free?(one, before)
      encounter, numbers = one.values_at(:encounter, :numbers)
      return numbers.empty? if encounter.untagged?

      encounter.tagged? && numbers.any? &&
        numbers.all? { |number| FREE.include?(before.dig(number, :state)) }
    end

    def write(plain)
      tagged = plain.reject { |one| one[:numbers].empty? }
      ids = @store.imports.add_fish(
        tagged.map do |one|
          { species_code: one[:encounter].species_code, import_id: @import_id,
            story_key: SecureRandom.urlsafe_base64(16) }
        end
      )
      fish_of = tagged.map { |one| one[:encounter].id }.zip(ids).to_h
      @store.encounters.add_all(
        plain.map do |one|
          one[:encounter].with(read_numbers: [], fish_id: fish_of[one[:encounter].id])
        end
      )
      put_tags(tagged, fish_of)
    end

    def put_tags(tagged, fish_of)
      @store.fish.tag_all(
        tagged.flat_map do |one|
          id = one[:encounter].id
          one[:numbers].map do |number|
            { fish_id: fish_of[id], tag_number: number, encounter_id: id }
          end
        end
      )
      tagged.group_by { |one| one[:encounter].member_id }.each do |member_id, own|
        @store.custody.move(
          own.flat_map { |one| one[:numbers] }, act: "applied", member_id:, at: @context.now
        )
      end
    end
  end
end
