# frozen_string_literal: true

require "ffi"

module Formats
  # The square markers on our measuring boards, by Debian's apriltag library: what each looks like,
  # and where they are in a picture.
  #
  # Source: Olson (2011), ICRA, 3400-3407; Wang and Olson (2016), IROS, 4193-4198 (family 36h11).
  module BoardMarkers
    # Cells along a side, with the white rim that a marker needs round it.
    CELLS = 10
    BORDER_CELLS = 8
    # A marker with this many of its 36 bits wrong is none: the family keeps 11 apart.
    MOST_WRONG_BITS = 1

    # id; corners: [[x, y] × 4] of its black square, clockwise from its own top left
    Seen = Struct.new(:id, :corners, keyword_init: true)

    # The C library as its headers of version 3.3 describe it.
    module Library
      extend FFI::Library

      ffi_lib "libapriltag.so.3"

      # A picture in grey, row by row.
      class Grey < FFI::Struct
        layout :width, :int32, :height, :int32, :stride, :int32, :pixels, :pointer
      end

      # A list of pointers.
      class List < FFI::Struct
        layout :element_bytes, :size_t, :size, :int, :room, :int, :data, :pointer
      end

      # One marker in a picture.
      class Detection < FFI::Struct
        layout :family, :pointer, :id, :int, :wrong_bits, :int, :margin, :float, :plane, :pointer,
          :middle, [:double, 2], :corners, [:double, 8]
      end

      attach_function :tag36h11_create, [], :pointer
      attach_function :apriltag_to_image, %i[pointer uint32], Grey.by_ref
      attach_function :apriltag_detector_create, [], :pointer
      attach_function :apriltag_detector_add_family_bits, %i[pointer pointer int], :void
      attach_function :apriltag_detector_detect, [:pointer, Grey.by_ref], List.by_ref
      attach_function :apriltag_detections_destroy, [List.by_ref], :void
    end

    module_function

    # Rows of cells, true where black, with the white rim. Asked of the library once, which never
    # takes the drawing back.
    def cells(id)
      @cells ||= {}
      @cells[id] ||= Library.apriltag_to_image(family, id).then do |image|
        Array.new(CELLS) do |row|
          image[:pixels].get_bytes(row * image[:stride], CELLS).bytes.map { |grey| grey < 128 }
        end
      end
    end

    # grey: Vips::Image of one band. Returns [Seen].
    def find(grey)
      pixels = FFI::MemoryPointer.from_string(grey.cast(:uchar).write_to_memory)
      picture = Library::Grey.new
      picture[:width] = picture[:stride] = grey.width
      picture[:height] = grey.height
      picture[:pixels] = pixels
      list = Library.apriltag_detector_detect(detector, picture)
      list[:data].read_array_of_pointer(list[:size]).map { |detection| seen(detection) }
    ensure
      Library.apriltag_detections_destroy(list) if list
    end

    def family = @family ||= Library.tag36h11_create

    def detector
      @detector ||= Library.apriltag_detector_create.tap do |detector|
        Library.apriltag_detector_add_family_bits(detector, family, MOST_WRONG_BITS)
      end
    end

    # The library goes round from the bottom left, against the clock.
    def seen(pointer)
      detection = Library::Detection.new(pointer)
      corners = detection[:corners].to_a.each_slice(2).to_a
      Seen.new(id: detection[:id], corners: corners.reverse)
    end
    private_class_method :family, :detector, :seen
  end
end
