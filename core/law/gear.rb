# frozen_string_literal: true

module Core
  module Law
    # The law on gear in one water, as the coordinator entered it; nil or false where it sets
    # nothing. Local rules decide.
    #
    #   barbless, no_treble: Boolean;  barred_bait: [bait of a plan];  hoop_least_mm, hoop_most_mm:
    #   width of the landing net;  note: what else it says;  authority:, checked_on: Date, link:
    Gear = Value.of(
      :water_code, :barbless, :no_treble, :barred_bait, :hoop_least_mm, :hoop_most_mm, :note,
      :authority, :checked_on, :link
    ) do
      # Rules that a plan breaks: [Trips::Finding]. plan: Trips::Plan;  locker: Trips::Locker
      def broken_by(plan, locker)
        hoop_mm = locker.net_hoop_mm
        [
          [barbless && plan.barbs == "barbed", :law_barbs, "no barbs"],
          [no_treble && plan.hook == "treble", :law_treble, "no treble hooks"],
          [barred_bait.to_a.include?(plan.bait), :law_bait, "no #{Gear::BAIT_NAMES[plan.bait]}"],
          [hoop_mm && hoop_least_mm && hoop_mm < hoop_least_mm, :law_net,
            "a landing net of #{hoop_least_mm} mm or more"],
          [hoop_mm && hoop_most_mm && hoop_mm > hoop_most_mm, :law_net,
            "a landing net of #{hoop_most_mm} mm or less"]
        ].filter_map { |broken, key, rule| finding(key, rule) if broken }
      end

      private

      def finding(key, rule)
        Trips::Finding.stop(
          key, "The law here wants #{rule}. Change your plan, or ask #{authority}.",
          "law as entered"
        )
      end
    end
    Gear::BAIT_NAMES = {
      "natural" => "natural bait", "lure" => "lures", "fly" => "flies"
    }.freeze
  end
end
