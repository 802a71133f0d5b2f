# frozen_string_literal: true

module Core
  module Tags
    # How likely each thing is that happens to a number on its way to us, as natural logarithms.
    #
    #   same, looks_alike, swapped, other: of one character;  left_out, too_many: a character;
    #   halved, doubled: the same of two that are alike
    #   on_strip: the whole number of a tag that lay beside it
    #   no_prefix, no_zeros: the prefix, or leading zeros, were not written
    module Weights
      # Starting weights, before they were set on simulated reports.
      STARTING = {
        same: Math.log(0.97),
        looks_alike: Math.log(0.02),
        swapped: Math.log(0.005),
        other: Math.log(0.0005),
        left_out: Math.log(0.004),
        halved: Math.log(0.004),
        too_many: Math.log(0.003),
        doubled: Math.log(0.003),
        no_prefix: Math.log(0.2),
        no_zeros: Math.log(0.1),
        on_strip: Math.log(0.0005)
      }.freeze
      # Set by maximum likelihood on simulated reports: bench/calibrate.rb, seeds 101 to 104.
      READING = {
        **STARTING,
        looks_alike: -6.5,
        swapped: -7.3,
        other: -9.0,
        left_out: -8.1,
        halved: -4.7,
        too_many: -7.0,
        doubled: -4.8,
        no_prefix: -1.8,
        no_zeros: -3.9
      }.freeze
    end
  end
end
