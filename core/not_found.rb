# frozen_string_literal: true

module Core
  # What was named is not here, or not for this person to see.
  class NotFound < Error; end
end
