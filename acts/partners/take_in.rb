# frozen_string_literal: true

module Acts
  # A report that another programme hands over, because the tag seems to be ours: kept like a
  # finder's, once, however often it is sent. The other programme is told what any finder would be,
  # and of reports that it handed over itself alone.
  module TakeIn
    module_function

    # The key that signed a request, { id:, name:, digest: }, or nil.
    #   key: as it was sent;  request: { verb:, path:, body:, at: }
    def sender(store, key, signature:, now:, **request)
      entry = store.reading_keys.handing_in(KeepReadingKeys.digest(key)) or return nil
      digest = entry[:digest]
      return nil unless Core::Exchange::Signature.valid?(
        signature, now: now.to_i, digest:, **request
      )

      KeepReadingKeys.note_use(store, entry, now:)
      entry
    end

    # sent: as ReportTag takes it. Returns Core::Recaptures::PartnerAnswer.
    def call(context, key:, id:, sent:, route:)
      store = context.store
      store.write do
        known = store.reports.find(id)
        refuse_others(store, id, key) if known
        # The other programme stands as its finder.
        ReportTag.call(context, id:, sent: { **sent, finder_name: key[:name], finder_contact: nil,
                                                     finder_phone: nil })
        store.partners.took_in(id, key_id: key[:id]) unless known
      end
      answer(store, store.reports.find(id), route)
    end

    # Raises Core::NotFound.
    def read(store:, key:, id:, route:)
      refuse_others(store, id, key)
      answer(store, store.reports.find(id), route)
    end

    def refuse_others(store, id, key)
      return if store.partners.handed_in_by(id) == key[:id]

      raise Core::NotFound.new(:no_such_report, "This report was not handed over with this key.")
    end

    def answer(store, report, route)
      report = store.reports.find(report.same_as) if report.same_as
      unless report.story_key && report.state == "matched"
        return Core::Recaptures::PartnerAnswer.new(state: report.state)
      end

      story_key = report.story_key
      story = TellStory.call(store:, story_key:, route:)
      Core::Recaptures::PartnerAnswer.of_story(
        Core::Recaptures::Lately.of(story, week: nil), story_key:
      )
    end
    private_class_method :refuse_others, :answer
  end
end
