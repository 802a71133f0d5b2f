# frozen_string_literal: true

module Acts
  # A member's whole log, to keep.
  module TakeOut
    module_function

    def csv(store:, member:) = Formats::LogCsv.text(store.own_catches.all(member[:id]))

    # Path of a file that is gone when its handle is: the log and every picture as it came.
    def archive(store:, files:, member:)
      pictures =
        store
          .photos
          .of_member(member[:id])
          .map { |one| one.merge(bytes: -> { original(files, one) }) }
      Formats::LogArchive.write(csv: csv(store:, member:), pictures:)
    end

    def original(files, photo)
      files.get(photo[:original_key])
    rescue Core::NotFound
      nil
    end
    private_class_method :original
  end
end
