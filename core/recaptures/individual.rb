# frozen_string_literal: true

module Core
  module Recaptures
    # One living fish; what ties its tags, catches and matched reports together.
    #
    #   story_key: of its public page
    Individual = Value.of(:id, :species_code, :story_key)
  end
end
