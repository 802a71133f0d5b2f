# frozen_string_literal: true

module Acts
  # A coordinator signs a training item of a member, with a note; results may suggest it, a person
  # decides.
  module SignTraining
    module_function

    # Raises Core::NotFound, Conflict.
    def call(context, member_id:, item:, note:)
      member = context.store.members.find(member_id) ||
        raise(Core::NotFound.new(:no_such_member, "There is no such member."))
      if member.id == context.member.id
        raise Core::Conflict.new(:own_training, "Another coordinator signs off your training.")
      end

      signed = context.store.practice.signatures(member.id).map { |signature| signature[:item] }
      if signed.include?(item)
        raise Core::Conflict.new(:signed_already, "This item is already signed off.")
      end

      context.store.write do
        context.store.practice.sign(
          member_id: member.id, item:, note: note.strip, signed_by: context.member.id
        )
      end
    end
  end
end
