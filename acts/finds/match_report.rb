# frozen_string_literal: true

module Acts
  # Ties a report, or a reading from the Deck, to a fish, or unties it again: what both the rules
  # and the desk do. Called within their transaction.
  module MatchReport
    TAKEN_OFF = %w[cut_off with_finder].freeze

    module_function

    # fish: as Store::Fish#carrying tells it;  decided_by: the coordinator's id, nil when the number
    #       spoke for itself
    # Returns what was joined on the way, for .undo; nil when nothing was.
    # Letters that a coordinator causes can be called back for a while; where a number spoke for
    # itself a job writes them.
    # quiet: nobody is written to, for what was long ago
    # report: in the state that it is stored in
    def accept(context, report:, fish:, decided_by: nil, quiet: false)
      store = context.store
      store.reports.mark_matched(report.id) unless report.state == "matched"
      store.reports.match(
        report_id: report.id, fish_id: fish.fish_id, tag_number: fish.number, decided_by:
      )
      moved = take_in(store, report, fish) if report.on_deck?
      take_off(store, report, fish)
      if decided_by || quiet
        MeasureSpan.call(store:, fish_ids: [fish.fish_id])
      else
        FollowMatchJob.enqueue(report.id)
      end
      if decided_by
        leaves_at = WriteLetter.after_decision(store:, now: context.now)
        WriteLetter.of_match(store:, report:, fish:, leaves_at:)
      end
      moved
    end

    # moved: what .accept returned, as it was kept
    def undo(store:, report:, moved:, now:)
      fish_id = report.fish_id or return
      store.reports.unmatch(report.id, now:)
      store.fish.resume_taggings_of_report(report.id)
      give_back(store, report, moved) if report.on_deck?
      MeasureSpan.call(store:, fish_ids: [fish_id, moved && moved["from"]].compact)
    end

    # A tag that its finder cut off or keeps is in no fish any more.
    def take_off(store, report, fish)
      return unless TAKEN_OFF.include?(report.tag_left)

      store.fish.end_tagging_by_report(
        tag_number: fish.number,
        report_id: report.id,
        now: report.caught_on.next_day.to_time
      )
    end

    # The encounter joins the fish; a chain that was begun there comes along, and a tag that was
    # taken off there is off.
    def take_in(store, report, fish)
      encounter = store.encounters.find(report.encounter_id)
      own = encounter.fish_id
      moved = store.fish.merge(from: own, into: fish.fish_id) if own && own != fish.fish_id
      store.encounters.belongs_to(encounter.id, fish.fish_id)
      if EncounterTags::TAKES_OFF.include?(encounter.tag_act)
        store.fish.end_tagging(
          tag_number: fish.number,
          encounter_id: encounter.id,
          now: encounter.caught_at
        )
      end
      moved
    end

    def give_back(store, report, moved)
      moved ? store.fish.part(moved) : store.encounters.belongs_to(report.encounter_id, nil)
      store.fish.resume_taggings(encounter_id: report.encounter_id)
    end
    private_class_method :take_off, :take_in, :give_back
  end
end
