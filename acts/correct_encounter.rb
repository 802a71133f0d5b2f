# frozen_string_literal: true

module Acts
  # Changes some of what a stored record says: it is written again as its next revision, by the same rules as the first. S1, S5.
  #
  #   changes: { field => value } as EncounterSent names them;  reason: String, needed once the trip is submitted
  #
  # Returns what RecordEncounter returns. Raises its errors, Core::NotFound.
  module CorrectEncounter
    KEPT = %i[trip_id kind fate species_code weight_g weight_how tare_g girth_mm hook_place hook_side hook_count removal depth_m outcome tag_act tag_advice decision_why place_how
              hook_type utc_offset_minutes water_temp_c house_rules_version own_rules_version tag_where note bleeding].freeze
    LISTS = %i[marks handling pressure_signs spoiled_numbers lost_numbers].freeze

    module_function

    def call(store:, member:, id:, changes:, now:, reason: nil)
      store.write do
        before = store.encounters.find_for_update(id)
        raise Core::NotFound.new(:no_such_encounter, "There is no such fish of yours.") unless before && (before[:member_id] == member[:id] || member[:role] == "coordinator")

        owner = store.members.find(before[:member_id])
        paper = before[:source] == "paper" ? { recorded_by: before[:recorded_by] } : nil
        sent = as_sent(store, before).merge(changes).merge(revision: before[:revision] + 1)
        RecordEncounter.call(store:, member: owner, id:, sent:, now:, reason:, paper:)
      end
    end

    def as_sent(store, one)
      put = store.fish.tags_at(one[:id])
      tagged = one[:kind] == "tagged"
      columns = { **one.slice(*KEPT), **LISTS.to_h { |list| [list, one[list].to_a] }, reflexes: one[:reflexes].to_h }
      columns.merge(water_temp_c: one[:water_temp_c]&.to_f, depth_m: one[:depth_m]&.to_f, stages: store.encounters.stages(one[:id]),
                    length: one[:length_mm] && { value: one[:length_mm], unit: "mm", kind: one[:length_kind], how: one[:length_how], sd_mm: one[:length_sd_mm] },
                    tag_numbers: tagged ? put : one[:read_numbers].to_a, new_tag_numbers: tagged ? [] : put, place: one[:lat_deg] && one.slice(:lat_deg, :lon_deg),
                    air_seconds: one[:source] == "paper" ? one[:air_seconds] : nil)
    end
    private_class_method :as_sent
  end
end
