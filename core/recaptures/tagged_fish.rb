# frozen_string_literal: true

module Core
  module Recaptures
    # The fish that carries a tag, or carried it last.
    #
    #   length_mm, length_kind, released_on, tagger_id: of the catch at which it was put in
    #   ended_on: the Date it came off, nil while it is in the fish;  kept: reported kept
    TaggedFish = Value.of(
      :fish_id, :number, :species_code, :story_key, :length_mm, :length_kind, :released_on,
      :ended_on, :tagger_id, :kept
    )
  end
end
