# frozen_string_literal: true

module Acts
  # A finder changes a report by its link: what is new is held against the fish again, unless a
  # coordinator has decided it by its numbers.
  #
  #   report_key: from the link;  revision: the one that was read, so that two devices do not
  #               overwrite each other
  #   sent:       as ReportTag takes it
  #
  # Returns what ReportTag returns. Raises Core::InvalidInput, NotFound, Conflict.
  module AmendReport
    # House rule: a finder corrects a slip or two; more is somebody trying things out.
    MOST_REVISIONS = 20

    module_function

    def call(context, id:, report_key:, revision:, sent:)
      context.store.write do
        context.store.desk.lock(id)
        report = OwnReport.fetch(store: context.store, id:, key: report_key)
        changed = ReportTag.columns(KnownFish.new(context.store), sent, context.today)
        fingerprint = Fingerprint.of(sent)
        same = fingerprint == report.fingerprint
        unless same
          refuse_overrunning(report, revision)
          refuse_trying(report)
          change(context, report, { **changed, fingerprint:, revision: report.revision + 1 })
        end
        ReportTag.answer(context.store, same ? "known" : "stored", context.store.reports.find(id))
      end
    end

    # The report as its finder sees it again.
    def read(store:, id:, report_key:)
      report = OwnReport.fetch(store:, id:, key: report_key)
      answer = ReportTag.answer(store, "known", report)
      {
        report: shown(report),
        photos: store.photos.of_report(id).size,
        question: question(store, report),
        partner: partner(store, report),
        **answer.slice(:state, :story_key, :sentence, :helps)
      }
    end

    def shown(report)
      amended_sent =
        report.slice(
          :id, :number_as_read, :species_code, :place_words, :fate, :finder_name, :finder_contact,
          :finder_phone, :found_how, :tag_left, :units, :revision, :caught_from, :may_pass_on
        )
      {
        **amended_sent,
        caught_on: report.day_said == "unknown" ? nil : report.caught_on,
        more_numbers: report.more_numbers.to_a,
        place: report.lat_deg && report.slice(:lat_deg, :lon_deg),
        length:
          report.length_mm &&
            {
              value: report.length_mm,
              unit: "mm",
              kind: report.length_kind,
              how: report.length_how
            }
      }
    end

    # The programme's answer to a report that was handed over: { sentence:, story: address } or
    # nil.
    def partner(store, report)
      handed = store.partners.handed(report.id) or return
      partner, answer = handed.values_at(:partner, :answer)
      answer ||= Core::Recaptures::PartnerAnswer.new(state: "waiting")
      { sentence: answer.sentence(partner.name),
        story: answer.story && "#{partner.address}#{answer.story}" }
    end

    # What a coordinator asked last, until it is answered.
    def question(store, report)
      store.desk.last_decision(report.id).reason if report.waiting_reason == "asked"
    end

    def refuse_overrunning(report, revision)
      return if report.revision == revision

      raise Core::Conflict.at(
        "revision", :changed_meanwhile,
        Core::Text.of("finds.amend_report.this_report_was_changed_meanwhile")
      )
    end

    def refuse_trying(report)
      return if report.revision < MOST_REVISIONS

      raise Core::Conflict.at(
        "revision", :too_many_changes,
        "This report was changed #{MOST_REVISIONS - 1} times. Write to us if it is still wrong."
      )
    end

    def change(context, report, changed)
      store = context.store
      store.reports.change(report.id, changed)
      return if report.joined? || decided?(store, report, changed[:numbers])

      amended = report.with(**changed)
      verdict = FindFish.judge(KnownFish.new(store), amended)
      same_fish = verdict.accepted? && report.matched_to?(verdict.fish)
      moved = moved?(report, amended)
      return MeasureSpan.call(store:, fish_ids: [report.fish_id]) if same_fish && !moved

      MatchReport.undo(store:, report:, moved: nil, now: context.now)
      return store.reports.wait(report.id, :place_moved) if same_fish

      store.reports.wait(report.id, verdict.reason || :number_not_found)
      return unless verdict.accepted?

      MatchReport.accept(context, report: amended.with(state: "waiting"), fish: verdict.fish)
    end

    # To another cell, after its story was told: whoever tries places out would read in the story
    # how each of them lies. A first place is no other one.
    def moved?(report, amended)
      before, after = [report, amended].map do |state|
        Core::Geography::CoarsePlace.of(state.lat_deg, state.lon_deg)
      end
      !before.nil? && before != after
    end

    # By a coordinator, by numbers that stay.
    def decided?(store, report, numbers)
      store.reports.decided_by_hand?(report.id) && report.numbers.to_a == numbers
    end
    private_class_method :question, :partner, :refuse_overrunning, :refuse_trying, :change,
      :moved?, :decided?
  end
end
