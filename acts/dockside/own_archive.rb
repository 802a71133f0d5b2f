# frozen_string_literal: true

module Acts
  # A member's whole log with every picture as one file: a job makes it, and it lies ready for some
  # days.
  module OwnArchive
    KEPT_SECONDS = 7 * 86_400

    module_function

    # Asks for it. One that is being made is not begun anew.
    def ask(context, files:)
      store, member_id = context.store, context.member.id
      return if state(context)[:state] == "making"

      before = store.write do
        store.archives.ask(member_id, now: context.now).tap { ArchiveJob.enqueue(member_id) }
      end
      files.remove(before) if before
    end

    # { state: "none" | "making" | "ready" | "failed", bytes:, made_at:, trouble: }
    def state(context)
      archive = context.store.archives.find(context.member.id)
      made = archive.to_h.slice(:bytes, :made_at, :trouble)
      { bytes: nil, made_at: nil, trouble: nil, **made, state: word(archive) }
    end

    def word(archive)
      return "none" if archive.nil?
      return "failed" if archive[:trouble]

      archive[:file_key] ? "ready" : "making"
    end

    # Key of the file. Raises Core::NotFound.
    def key(context)
      context.store.archives.find(context.member.id)&.fetch(:file_key) || raise(
        Core::NotFound.new(:no_archive, "Your archive is not ready. Ask for it on Dockside first.")
      )
    end
    private_class_method :word
  end
end
