# frozen_string_literal: true

module Acts
  # Changes some of what a stored record says: it is written again as its next revision, by the same
  # rules as the first.
  #
  #   changes: { field => value } as EncounterSent names them; voided_because makes it void, and nil
  #            counts it again
  #   reason:  String, needed once the trip is submitted
  #   take:    the field of a collision that is chosen with this, nil where none is
  #
  # Returns what RecordEncounter returns. Raises its errors, Core::NotFound.
  module CorrectEncounter
    DEVICE = "ashore"

    module_function

    def call(context, id:, changes:, reason: nil, take: nil)
      context.store.write do
        before = context.store.encounters.find_for_update(id)
        unless before && (before.of?(context.member) || context.member.coordinator?)
          raise Core::NotFound.new(:no_such_encounter, "This fish is not one of yours.")
        end

        owner = context.store.members.find(before.member_id)
        changes = changes.merge(net_weight(before, changes))
        sent =
          SentAgain
            .of(context.store, before)
            .merge(changes)
            .merge(revision: before.revision + 1, device: DEVICE)
        sent = sent.merge(collisions: left(before, changes, take))
        RecordEncounter.call(
          context.with(member: owner), id:, sent:, reason:, whole: true, by: context.member
        )
      end
    end

    # What the scale said with an unknown sling was gross: with the sling's weight the fish's own
    # follows.
    def net_weight(before, changes)
      tare_g = changes[:tare_g]
      unless tare_g && before.tare_g.nil? && before.weight_how == "scale" &&
          before.weight_g && !changes.key?(:weight_g)
        return {}
      end

      { weight_g: Core::Fish::Weight.net_g(gross_g: before.weight_g, tare_g:) }
    end

    # A collision is settled by choosing, or by writing something else there.
    def left(before, changes, take)
      touched = changes.keys.map(&:to_s)
      before
        .open_collisions
        .reject do |collision|
          collision["field"] == take || collision["stands"].keys.intersect?(touched)
        end
    end
    private_class_method :net_weight, :left
  end
end
