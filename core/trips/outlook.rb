# frozen_string_literal: true

module Core
  module Trips
    # Everything that follows from a plan: what Ready shows beside it, live.
    #
    #   gear_law: Law::Gear of the water, or nil
    #   laws: [Law::Entry] of the plan's species and water;  member: see Authorisation
    #   tags: { in_pouch: Integer, next_number: String | nil, used:, days:, trips: } for the
    #         forecast
    #
    # Returns a Hash of plain values; `ready` is the worst of what stops the trip card from being
    # whole.
    class Outlook < Value.of(
      :plan, :locker, :rules, :laws, :member, :tags, :today, gear_law: nil
    )
      def self.for(...) = new(...).outlook

      def outlook
        authorisation = Authorisation.check(member:, on: plan.held_on)
        kit =
          Kit.call(plan:, locker:, rules:, trained_to_vent: member.trained_to_vent?)
        landing = self.landing
        tackle = [
          *gear_law&.broken_by(plan, locker), *Tackle.check(plan:, locker:, rules:)
        ]
        by_code = laws.to_h { |entry| [entry.species_code, entry] }
        {
          mend: mend(kit, landing, [authorisation, *tackle]),
          verdicts:
            plan.species.map do |species|
              GoVerdict.for(species:, plan:, rules:, law: by_code[species.code])
            end,
          budgets:
            plan.species.map do |species|
              Budgets.for(species:, plan:, rules:, law: by_code[species.code])
            end,
          tackle: tackle + Conditions.check(plan:),
          roles: plan.alone ? [] : Handling::Roles.all,
          landing:,
          kit:,
          tags: forecast,
          law: laws.map { |entry| law(entry) },
          authorisation:
        }
      end

      private

      # What must be put right before leaving, worst first: what does not fit, what is needed and
      # not owned, what stops.
      def mend(kit, landing, findings)
        needed = kit.select { |item| item[:required] }
        misfits =
          needed
            .select { |item| item[:state] == :does_not_fit }
            .map { |item| "#{item[:name]}: #{item[:detail]}" }
        lacking =
          needed
            .select { |item| item[:state] == :not_owned }
            .map { |item| "#{item[:name]}: not in your locker" }
        [*(landing[:sentence] if landing[:known] && !landing[:reaches]), *misfits,
          *findings.select { |finding| finding.verdict == :stop }.map(&:text), *lacking]
      end

      # Missing rod or net: nothing to draw, and what is missing.
      def landing
        missing =
          {
            rod_m: "rod length",
            net_handle_m: "net handle",
            net_hoop_mm: "net hoop"
          }.reject { |key, _| locker[key] }.values
        return { known: false, missing: } unless missing.empty?

        geometry = {
          rod_m: locker.rod_m,
          tilt_deg: locker.rod_tilt_deg || 20,
          height_m: plan.hand_height_m,
          handle_m: locker.net_handle_m,
          hoop_radius_m: locker.hoop_radius_m
        }
        geometry_of_landing = Landing.geometry(**geometry)
        { known: true, **geometry, **geometry_of_landing,
          sentence: landing_sentence(geometry_of_landing, geometry) }
      end

      def landing_sentence(landing, geometry)
        unless landing[:reaches]
          return (
            Text.of(
              "trips.outlook.the_net_cannot_reach_your", height_m: geometry[:height_m],
              handle_m: geometry[:handle_m], ceil: (landing[:short_m] + 0.5).ceil(1)
            )
          )
        end
        low, high = landing[:line_window_m]
        Text.of(
          "trips.outlook.at_the_net_leave_to", low: low.round(1), high: high.round(1),
          x_max_m: landing[:x_max_m].round(1)
        )
      end

      def forecast
        rate = Core::Tags::UseRate.from(**tags.slice(:used, :days, :trips))
        expected = rate[:per_trip]
        most = rate[:estimated] ? Core::Tags::UseRate.trip_upper(**tags.slice(:used, :trips)) : nil
        enough = most ? tags[:in_pouch] >= most : tags[:in_pouch].positive?
        {
          **tags.slice(:in_pouch, :next_number),
          expected:,
          most:,
          reorder_at: rate[:reorder_at],
          reorder: tags[:in_pouch] <= rate[:reorder_at],
          finding: forecast_finding(expected, most, enough)
        }
      end

      def forecast_finding(expected, most, enough)
        count = tags[:in_pouch]
        return Finding.stop(:tags, "There are no tags in your pouch.", "custody") if count.zero?
        if most.nil?
          return (
            Finding.ok(
              :tags,
              "#{count} in the pouch. You have used too few to say how many a trip takes.",
              "custody"
            )
          )
        end

        text =
          Text.of("trips.outlook.in_the_pouch_a_trip", count:, expected: expected.round(1), most:)
        if enough
          Finding.ok(:tags, text, "your own use")
        else
          Finding.care(:tags, "#{text} Ask for more.", "your own use")
        end
      end

      def law(entry)
        stale = entry.stale?(today, rules:)
        closed = !entry.open_on?(plan.held_on)
        verdict = if closed then :stop
        else stale ? :care : :ok
        end
        text = [
          closed ? "Closed on #{Units.day_text(plan.held_on)}." : nil,
          "#{entry.sentence[0].upcase}#{entry.sentence[1..]}.",
          (
            if stale
              Text.of(
                "trips.outlook.checked_days_ago_check_again",
                to_i: (today - entry.checked_on).to_i
              )
            end
          ),
          "Local rules decide."
        ].compact.join(" ")
        {
          species_code: entry.species_code, authority: entry.authority,
          checked_on: entry.checked_on, link: entry.link, stale:,
          finding: Finding.public_send(verdict, :law, text, "law as entered")
        }
      end
    end
  end
end
