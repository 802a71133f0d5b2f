# frozen_string_literal: true

module Acts
  # Makes a member's archive, which with many pictures takes minutes and gigabytes.
  class ArchiveJob < StoredJob
    self.queue = "upkeep"

    def run(member_id)
      member = store.members.find(member_id) or return
      context = Context.new(store:, member:)
      file = TakeOut.archive(context, files:)
      key = files.put_file(file.path, "archives/#{SecureRandom.hex(20)}.zip")
      store.archives.made(member_id, file_key: key, bytes: file.size, now: Time.now)
    rescue Core::Error => e
      store.archives.failed(member_id, e.message)
    ensure
      file&.close!
    end
  end
end
