# frozen_string_literal: true

module Acts
  # A fish's story, as much of it as the reader may see.
  #
  #   story_key: String from the public link
  #   member:    the signed-in member or nil
  #   route:     Core::Geography::Route
  #
  # Coordinators and the members who had the fish in hand see exact places and names; everybody else
  # sees 5 km cells, waters instead of spots, and the names that members chose to show.
  # Raises Core::NotFound.
  module TellStory
    module_function

    # Returns Core::Recaptures::Story::Telling; each catch says by whom, for its audience.
    def call(store:, story_key:, route:, member: nil)
      telling(store, fish(store, story_key), route, member)
    end

    # The same with what other fish of the species did in that time: [Telling,
    # Core::Recaptures::Typical::Answer | nil]
    def with_typical(store:, story_key:, route:, member: nil)
      fish = fish(store, story_key)
      story = telling(store, fish, route, member)
      [story, story.whole && !story.whole.days_at_most ? typical(store, fish, story) : nil]
    end

    def fish(store, story_key)
      store.fish.by_story_key(story_key) ||
        raise(
          Core::NotFound.new(
            :no_such_story,
            "There is no story at this address. Check the link, or report the tag again."
          )
        )
    end

    def telling(store, fish, route, member)
      audience = audience(store, fish, member)
      catches = store.fish.catches(fish.id).map { |caught| named(caught, audience) }
      Core::Recaptures::Story.tell(
        species: store.species.find(fish.species_code),
        catches:,
        audience:,
        route:
      )
    end

    def typical(store, fish, story)
      days = story.whole.days
      counted =
        store.spans.typical(
          species_code: fish.species_code,
          days:, band: Core::Recaptures::Typical.band(days),
          apart_from: fish.id,
          coarse: story.audience == :public
        )
      Core::Recaptures::Typical.of(
        counted, days:, species: story.species,
        coarse: story.audience == :public
      )
    end

    def audience(store, fish, member)
      return :public if member.nil?

      if member.coordinator? || store.fish.member_ids(fish.id).include?(member.id)
        :member
      else
        :public
      end
    end

    def named(caught, audience)
      name = caught.public_name
      name = caught.member_name || name if audience == :member
      caught.with(
        by: caught.source == "report" ? "a finder" : name || "a volunteer tagger",
        public_name: nil, member_name: nil
      )
    end
    private_class_method :fish, :telling, :typical, :audience, :named
  end
end
