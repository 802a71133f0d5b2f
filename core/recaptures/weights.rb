# frozen_string_literal: true

module Core
  module Recaptures
    # What speaks how much for and against a fish, as natural logarithms; how a number is read has
    # its own, see Tags::Weights.
    #
    #   unused:   issued and not reported used;  kept: the fish was reported kept;  off: its tag had
    #             come off before
    #   look_alike_species, other_species: told instead of its own
    #   length_wrong: the length was misread or mistyped;  far: farther than a fish goes
    #   second_unknown: a second number that the fish is not known to carry; it may have been put in
    #                   and not told
    #   none:     none of these;  none_exact: the same where the number as read is on a fish of ours
    #   none_whole: where it is on none, but has the form of one;  none_foreign: where it has not
    #   none_unread: for each character that is not read;  none_species: where the species was told
    module Weights
      # Of these no simulated report says anything. House rules.
      RULED = {
        unused: Math.log(0.05),
        kept: Math.log(0.001),
        off: Math.log(0.01),
        second_unknown: Math.log(0.05)
      }.freeze
      # Set by maximum likelihood on simulated reports: bench/calibrate.rb, seeds 101 to 104.
      SET = {
        look_alike_species: -3.7, other_species: -7.7, length_wrong: -5.4, far: -6.0, none: -5.0,
        none_exact: -3.0, none_whole: 3.0, none_foreign: -0.8, none_unread: 2.3, none_species: -1.8
      }.freeze
      ALL = { **Tags::Weights::READING, **RULED, **SET }.freeze
      # Part of the asymptotic length that one fish's growth may differ by, one standard deviation;
      # set with them.
      GROWTH_SPREAD = 0.27
      # Of the fish so many stay about, within some kilometres; the others may be anywhere that they
      # can reach.
      NEAR_SHARE = 0.97
      NEAR_KM = 5.8
    end
  end
end
