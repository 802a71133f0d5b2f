# frozen_string_literal: true

module Demo
  # What is true in the simulated sound: whatever Voucher estimates from the demo data can be
  # held against these. Invented values.
  module Truth
    # Share of individuals per species, where they live, how they move, and their von Bertalanffy
    # growth: asymptotic length as a share of the catalogue's greatest, and K per year. The rules
    # expect one curve for all, and know none of these.
    SPECIES = {
      "seabass" => {
        share: 0.22, km_per_root_day: 1.1, linf_share: 0.82, k_per_year: 0.16,
        waters: %w[marrow_sound]
      },
      "pollack" => {
        share: 0.16, km_per_root_day: 0.6, linf_share: 0.95, k_per_year: 0.28,
        waters: %w[marrow_sound]
      },
      "cod" => {
        share: 0.10, km_per_root_day: 1.4, linf_share: 0.9, k_per_year: 0.3,
        waters: %w[marrow_sound]
      },
      "ballan_wrasse" => {
        share: 0.14, km_per_root_day: 0.08, linf_share: 0.85, k_per_year: 0.11,
        waters: %w[marrow_sound]
      },
      "black_seabream" => {
        share: 0.08, km_per_root_day: 0.7, linf_share: 0.88, k_per_year: 0.18,
        waters: %w[marrow_sound]
      },
      "thick_lipped_mullet" => {
        share: 0.07, km_per_root_day: 0.8, linf_share: 0.92, k_per_year: 0.12,
        waters: %w[marrow_sound]
      },
      "turbot" => {
        share: 0.06, km_per_root_day: 0.5, linf_share: 0.86, k_per_year: 0.25,
        waters: %w[marrow_sound]
      },
      "smooth_hound" => {
        share: 0.06, km_per_root_day: 1.9, linf_share: 0.93, k_per_year: 0.14,
        waters: %w[marrow_sound]
      },
      "tub_gurnard" => {
        share: 0.05, km_per_root_day: 0.7, linf_share: 0.9, k_per_year: 0.32,
        waters: %w[marrow_sound]
      },
      "sea_trout" => {
        share: 0.06, km_per_root_day: 0.5, linf_share: 0.8, k_per_year: 0.35,
        waters: %w[lough_immer]
      }
    }.freeze

    # One fish's asymptotic length differs by so much of the species', one standard deviation.
    GROWTH_SPREAD = 0.12

    # Weights differ from what is usual at a length by this: one sd of the logarithm.
    WEIGHT_SPREAD = 0.09

    NATURAL_DEATHS_PER_YEAR = 0.25
    CATCHES_PER_YEAR = 0.15
    SHARE_REPORTED = 0.72
    SHARE_KEPT_BY_FINDERS = 0.3

    # Tags shed at once and per year; a share of fish gets two.
    TAGS_SHED_AT_ONCE = 0.03
    TAGS_SHED_PER_YEAR = 0.14
    SHARE_DOUBLE_TAGGED = 0.2

    # Deaths from handling within days: base, and factors for what was done to the fish.
    HANDLING_DEATHS = 0.03
    DEATHS_PER_AIR_BUDGET_OVER = 0.06
    DEATHS_WHEN_WARM = 0.08
    DEATHS_BY_HOOK = {
      "throat" => 0.35,
      "gill" => 0.35,
      "stomach" => 0.35,
      "eye" => 0.10,
      "tongue" => 0.05,
      "roof" => 0.03
    }.freeze
    HOOK_PLACES = {
      "jaw_corner" => 0.62,
      "lip" => 0.22,
      "roof" => 0.05,
      "tongue" => 0.03,
      "outside" => 0.03,
      "throat" => 0.03,
      "gill" => 0.01,
      "stomach" => 0.01
    }.freeze

    # Sea and lough temperature: mean, half the yearly swing, day of the year of the peak.
    TEMPERATURE = { "marrow_sound" => [12.0, 4.2, 228], "lough_immer" => [10.5, 5.2, 205] }.freeze

    def self.water_temp_c(water_code, date, rng)
      mean, swing, peak = TEMPERATURE.fetch(water_code)
      (
        mean + (swing * Math.cos(2 * Math::PI * (date.yday - peak) / 365.25)) +
          ((rng.rand - 0.5) * 1.6)
      ).round(1)
    end
  end
end
