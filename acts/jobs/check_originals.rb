# frozen_string_literal: true

module Acts
  # Holds the original of every picture against the hash it came with, and writes down what is
  # missing or damaged.
  module CheckOriginals
    BATCH = 200

    module_function

    # before: those looked at since then are left alone
    # Returns { intact:, missing:, damaged: } counts of this run.
    def call(context, files:, before: context.now)
      counts = { "intact" => 0, "missing" => 0, "damaged" => 0 }
      loop do
        photos = context.store.photos.to_check(limit: BATCH, before:)
        break if photos.empty?

        photos.group_by { |photo| fixity(files, photo) }.each do |fixity, same|
          context.store.write do
            context.store.photos.checked(
              same.map(&:id),
              fixity:,
              now: context.now
            )
          end
          counts[fixity] += same.size
        end
      end
      counts.transform_keys(&:to_sym)
    end

    def fixity(files, photo)
      return "intact" if files.intact?(photo.original_key, photo.sha256)

      files.exists?(photo.original_key) ? "damaged" : "missing"
    end
    private_class_method :fixity
  end
end
