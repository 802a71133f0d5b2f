# frozen_string_literal: true

module Acts
  # The coordinator writes down what the law says; the entry before stays in the history.
  #
  #   sent: { species_code:, water_code:, min_mm:, max_mm:, length_kind:, season_first:,
  #           season_last:, bag_limit:, in_water_only_mm:, authority:, checked_on: Date, link: }
  module EnterLaw
    module_function

    def call(context, by:, sent:)
      check(context.store, sent, context.now)
      context.store.write do
        id = context.store.laws.enter(sent, member_id: by.id, now: context.now)
        context.store.changes.note(
          record: "law",
          record_id: "#{sent[:species_code]}/#{sent[:water_code]}",
          before: nil,
          after: sent,
          member_id: by.id
        )
        id
      end
    end

    # Takes back an entry that was wrong; the one before it counts again. Returns nothing.
    def withdraw(store:, by:, id:, because:, now:)
      store.write do
        law = store.laws.find_in_force(id)
        if law.nil?
          raise Core::NotFound.new(
            :no_such_law,
            "This entry no longer applies. Reload the page."
          )
        end

        store.laws.withdraw(law, because:, member_id: by.id, now:)
        store.changes.note(record: "law", record_id: "#{law[:species_code]}/#{law[:water_code]}",
          before: law.except(:entered_at, :checked_on).compact,
          after: { withdrawn_because: because }, member_id: by.id)
      end
    end

    def check(store, sent, now)
      unless store.species.find(sent[:species_code])
        refuse("species_code", "There is no species #{sent[:species_code].inspect}.")
      end
      unless store.waters.all.any? { |water| water[:code] == sent[:water_code] }
        refuse("water_code", "There is no water #{sent[:water_code].inspect}.")
      end
      if sent[:min_mm] && sent[:max_mm] && sent[:min_mm] >= sent[:max_mm]
        refuse("max_mm", "The maximum keeping length must be above the minimum.")
      end
      if sent[:checked_on] > store.programme.day(now)
        refuse("checked_on", "#{sent[:checked_on]} is in the future. Enter the day you checked.")
      end
      %i[season_first season_last].each do |field|
        next unless sent[field] && !Core::Law::Entry.day?(sent[field])

        refuse(
          field.to_s,
          "There is no day #{sent[field]} in a year. Write month and day, as 04-30."
        )
      end
      return unless sent[:season_first].nil? != sent[:season_last].nil?

      refuse("season_last", "A season needs its first and its last day, or neither.")
    end

    def refuse(field, sentence) = raise(Core::InvalidInput.at(field, :bad_law, sentence))
    private_class_method :check, :refuse
  end
end
