# frozen_string_literal: true

module Acts
  # Keys for programs that read what members may read of others, never more, and for programmes that
  # hand reports in: a coordinator names one, sees it once, and takes it back.
  module KeepReadingKeys
    PREFIX = "vk_"
    # The form of every key, also of one that another Voucher made.
    FORM = /#{PREFIX}[A-Za-z0-9_-]{20,64}/
    BYTES = 24

    module_function

    # Returns the key itself, which is shown this once.
    # may: "read" | "hand_in"
    def make(context, name:, may: "read")
      key = PREFIX + SecureRandom.urlsafe_base64(BYTES)
      context.store.write do
        context.store.reading_keys.add(
          name: name.strip, may:, member_id: context.member.id, digest: digest(key)
        )
      end
      key
    end

    # Raises Core::NotFound.
    def revoke(context, id:)
      key = context.store.write { context.store.reading_keys.revoke(id, now: context.now) }
      return if key

      raise Core::NotFound.new(:no_such_key, "This key is not in force.")
    end

    # Who reads with this key: a member's row that may do less, or nil. The day is noted once.
    def reader(store, key, now:)
      entry = store.reading_keys.in_force(digest(key)) or return nil
      note_use(store, entry, now:)
      Core::People::Member.new(
        id: entry[:member_id], name: entry[:name], role: "reader", units: "metric"
      )
    end

    # entry: { id:, used_on: }
    def note_use(store, entry, now:)
      today = now.utc.to_date
      return if entry[:used_on] == today

      store.write(durable: false) { store.reading_keys.used(entry[:id], on: today) }
    end

    def digest(key) = Digest::SHA256.hexdigest(key.to_s)
  end
end
