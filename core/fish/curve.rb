# frozen_string_literal: true

module Core
  module Fish
    # How a species grows by the programme's own fish: towards linf_mm by k_per_year.
    # version: Integer
    Curve = Struct.new(:linf_mm, :k_per_year, :version, keyword_init: true)
  end
end
