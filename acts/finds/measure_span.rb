# frozen_string_literal: true

module Acts
  # Keeps what fish did from their first catch to their last, for telling what a typical fish does.
  # Called whenever their catches change.
  module MeasureSpan
    module_function

    def call(store:, fish_ids:)
      return if fish_ids.empty?

      fish = store.fish.all(fish_ids)
      catches = store.fish.catches_of(fish.keys)
      species = store.species.of(fish.values.map(&:species_code))
      spans = fish.to_h do |id, member|
        kind = species.fetch(member.species_code)
        [id, span(kind, catches.fetch(id, []))&.merge(fish_id: id, species_code: kind.code)]
      end
      none = spans.keys.reject { |id| spans[id] }
      store.spans.forget(none) if none.any?
      store.spans.keep(spans.values.compact)
    end

    # Days that nobody knows, and a tag without its fish, say nothing of what fish do: then nil.
    def span(species, catches)
      story = Core::Recaptures::Story.tell(species:, catches:, audience: :member)
      whole = story.whole
      return if whole.nil? || whole.days_at_most || story.catches.last.found_how != "caught"

      places = [story.catches.first, story.catches.last].map(&:place)
      { caught: story.catches.size, days: whole.days, distance_m: whole.distance_m,
        cells_m: Core::Geography::CoarsePlace.between_m(*places),
        growth_mm: whole.growth.increment_mm }
    end
    private_class_method :span
  end
end
