# frozen_string_literal: true

module Core
  # This person may not do this.
  class Forbidden < Error; end
end
