# frozen_string_literal: true

module Acts
  # Keeps what a fish did from its first catch to its last, for telling what a typical fish does.
  # Called whenever its catches change.
  module MeasureSpan
    def self.call(store:, fish_id:)
      fish = store.fish.find(fish_id) or return
      story =
        Core::Recaptures::Story.tell(
          species: store.species.find(fish[:species_code]),
          catches: store.fish.catches(fish_id),
          audience: :member
        )
      # Days that nobody knows, and a tag without its fish, say nothing of what fish do.
      if story.whole.nil? || story.whole.days_at_most || story.catches.last[:found_how] != "caught"
        return store.spans.forget(fish_id)
      end

      store.spans.keep(
        fish_id:,
        species_code: fish[:species_code],
        caught: story.catches.size,
        days: story.whole.days,
        distance_m: story.whole.distance_m,
        growth_mm: story.whole.growth.increment_mm
      )
    end
  end
end
