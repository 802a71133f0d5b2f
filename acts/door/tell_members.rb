# frozen_string_literal: true

module Acts
  # Notices: a coordinator writes one or takes it back, a member says that it was read.
  module TellMembers
    module_function

    # sent: { kind:, title:, words:, water_code:, from_on: Date, to_on: Date | nil }
    # Raises Core::InvalidInput, Core::Conflict.
    def write(context, id:, sent:)
      store = context.store
      check(store, sent)
      store.write do
        return if store.notices.find(id)

        store.notices.add(
          Core::People::Notice.new(id:, **sent), made_by: context.member.id
        )
      end
    end

    # Raises Core::NotFound.
    def withdraw(context, id:)
      context.store.write do
        context.store.notices.withdraw(id, now: context.now) or
          raise Core::NotFound.new(:no_such_notice, "This notice is withdrawn already.")
      end
    end

    def read(context, id:)
      notice = context.store.notices.find(id) or
        raise Core::NotFound.new(:no_such_notice, "There is no such notice.")
      context.store.write { context.store.notices.read(notice.id, member_id: context.member.id) }
    end

    # [Core::People::Notice] for a member on a day, in a water or anywhere.
    def standing(context, day:, water: nil)
      context.store.notices.standing(context.today, member_id: context.member.id)
        .select { |notice| notice.concerns?(day, water) }
    end

    # For the office: [{ ..notice, readers: [names] }], also those to come.
    def all(context)
      readers = context.store.notices.readers
      context.store.notices.standing(context.today, member_id: context.member.id).map do |notice|
        { **notice.to_h, readers: readers.fetch(notice.id, []) }
      end
    end

    def check(store, sent)
      if sent[:water_code] && store.waters.water(sent[:water_code]).nil?
        refuse("water_code", "There is no water #{sent[:water_code].inspect}.")
      end
      return if sent[:to_on].nil? || sent[:to_on] >= sent[:from_on]

      refuse("to_on", "The last day is before the first. Swap them.")
    end

    def refuse(field, sentence) = raise(Core::InvalidInput.at(field, :bad_notice, sentence))
    private_class_method :check, :refuse
  end
end
