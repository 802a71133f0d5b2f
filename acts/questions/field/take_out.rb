# frozen_string_literal: true

module Acts
  # A member's whole log, to keep.
  module TakeOut
    module_function

    def csv(store:, member:) = Formats::LogCsv.text(store.own_catches.all(member.id))

    PACKAGE = { format: "package", licence: "CC0-1.0", exact: true }.freeze
    SEEN = { format: "csv", licence: "CC0-1.0", exact: false }.freeze

    # Path of a file that is gone when its handle is: the log, the same as a data package that any
    # program reads, what others see of it, and every picture as it came.
    def archive(context, files:)
      pictures =
        context.store.photos.of_member(context.member.id).map do |photo|
          Formats::LogArchive::Picture.new(photo:, read: -> { original(files, photo) })
        end
      Dir.mktmpdir("voucher-own") do |dir|
        parts = { "package.zip" => PACKAGE, "as-others-see-it.csv" => SEEN }.to_h do |name, asked|
          [name, written(context, asked, File.join(dir, name))]
        end
        Formats::LogArchive.write(
          csv: csv(store: context.store, member: context.member), pictures:, parts:
        )
      end
    end

    # One's own fish under an export's rules; nothing is kept or noted, as nothing is given away.
    def written(context, asked, path)
      File.open(path, "wb") do |file|
        ExportData.new(context, nil, asked, { mine: true }).write(file)
      end
      path
    end

    def original(files, photo)
      files.get(photo.original_key)
    rescue Core::NotFound
      nil
    end
    private_class_method :original, :written
  end
end
