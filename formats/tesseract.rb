# frozen_string_literal: true

require "open3"
require "tmpdir"

module Formats
  # Debian's reader of characters: work for the picture process, whose limits it inherits.
  module Tesseract
    # The table that it writes of these pictures, one page each.
    #   images: [Vips::Image];  mode: how it takes a page;  characters: which there may be
    #   form: further options and the name of the table's form;  most_seconds: for all together
    def self.pages(images, *form, mode:, characters:, most_seconds:)
      Dir.mktmpdir do |folder|
        names = images.each_with_index.map do |image, index|
          "#{folder}/#{index}.png".tap { |name| image.pngsave(name, compression: 1) }
        end
        File.write("#{folder}/list.txt", names.join("\n"))
        Open3.capture2(
          { "OMP_THREAD_LIMIT" => "1" }, "timeout", most_seconds.to_s, "tesseract",
          "#{folder}/list.txt", "-", "--psm", mode, "-c", "tessedit_char_whitelist=#{characters}",
          *form, err: File::NULL
        ).first
      end
    end
  end
end
