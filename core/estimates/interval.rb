# frozen_string_literal: true

module Core
  module Estimates
    # An estimate with its 95 % limits.
    Interval = Struct.new(:middle, :low, :high)
  end
end
