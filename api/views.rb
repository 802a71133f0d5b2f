# frozen_string_literal: true

module Api
  # Values as the contract shows them.
  module Views
    module_function

    def species_name(species)
      {
        code: species.code, common_name: species.common_name,
        scientific_name: species.scientific_name, length_kind: species.length_kind,
        guild_key: species.guild_key
      }
    end

    # Times of a row as text.
    def times(row) = row.transform_values { |value| value.is_a?(Time) ? value.utc.iso8601 : value }

    # typical: Core::Recaptures::Typical::Answer or nil
    def story(story, typical)
      {
        audience: story.audience,
        species: species_name(story.species),
        catches: story.catches.map { |caught| catch_(caught) },
        typical: typical && typical(typical),
        legs: story.legs.map { |one| leg(one) },
        whole: story.whole && leg(story.whole)
      }
    end

    def typical(typical)
      typical.to_h.merge(growth: typical.growth&.to_h, distance: typical.distance&.to_h)
    end

    # Findings are values of core; here they become plain.
    def outlook(outlook)
      outlook.merge(
        verdicts: outlook[:verdicts].map { |one| one.merge(findings: one[:findings].map(&:to_h)) },
        budgets: outlook[:budgets].map { |one| one.merge(air: one[:air].to_h) },
        tackle: outlook[:tackle].map(&:to_h),
        tags: outlook[:tags].merge(finding: outlook[:tags][:finding].to_h),
        law: outlook[:law].map { |one| one.merge(finding: one[:finding].to_h) },
        authorisation: outlook[:authorisation].to_h,
        lessons: outlook[:lessons]&.to_h
      )
    end

    # Times as text, jsonb as plain values.
    def dockside(found)
      found.merge(
        fish:
          found[:fish].map do |one|
            one.merge(
              caught_at: one[:caught_at].utc.iso8601(3),
              ended_at: one[:ended_at].utc.iso8601(3)
            )
          end,
        void:
          found[:void].map do |one|
            one.merge(%i[caught_at voided_at].to_h { |time| [time, one[time].utc.iso8601] })
          end,
        photos:
          found[:photos].map do |one|
            one.merge(%i[taken_at camera_at].to_h { |time| [time, one[time]&.utc&.iso8601] })
          end,
        corrections: found[:corrections].map { |one| one.merge(made_at: one[:made_at].utc.iso8601) }
      )
    end

    def desk(found)
      found.merge(
        report: times(found[:report]),
        expected: found[:expected],
        decisions: found[:decisions].map { |one| times(one).except(:member_id) },
        letters: found[:letters].map { |one| times(one) }
      )
    end

    def catch_(one)
      length = one[:length]
      one.slice(
        :what, :source, :caught_on, :day_said, :caught_from, :found_how, :lat_deg, :lon_deg,
        :place_name, :tag_numbers, :fate, :by, :relative_weight
      ).merge(
        weight_g: one[:weight_g],
        outcome: one[:outcome],
        length_mm: length&.mm,
        length_kind: length&.kind,
        length_how: length&.how,
        length_sd_mm: length&.sd_mm,
        length_margin_mm: length&.margin_mm
      )
    end

    def leg(leg)
      leg.to_h.merge(
        growth:
          leg.growth.to_h.merge(
            sentence: leg.growth.sentence,
            sentence_imperial: leg.growth.sentence("imperial")
          )
      )
    end
    private_class_method :catch_, :leg, :typical
  end
end
