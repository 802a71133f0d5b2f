# frozen_string_literal: true

module Core
  module Tags
    # Tags that were printed together.
    #
    #   series: Series, of just these
    Batch = Value.of(:id, :label, :series)
  end
end
