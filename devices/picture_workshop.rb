# frozen_string_literal: true

require "etc"
require "json"

module Devices
  # Opens pictures in a process of its own, with limits on time and memory, so that a picture made
  # to stall or to fill a machine stalls nobody. One process serves this one; it is started when
  # first needed, and anew when it was ended.
  #
  # Asked and answered in a line of JSON, then the bytes; see bin/lib/picture_workshop.rb.
  class PictureWorkshop
    # A picture from any camera takes a tenth of it.
    SECONDS = 8
    # Of addresses, which is more than is used.
    MEMORY_BYTES = 1_500_000_000
    # It was at work for so much of its time.
    HARD_SHARE = 0.5
    CLOCK_TICKS = Etc.sysconf(Etc::SC_CLK_TCK).to_f
    PROGRAM = File.expand_path("../bin/lib/picture_workshop.rb", __dir__)
    TOO_HEAVY =
      Core::Text.of("devices.picture_workshop.this_photo_takes_too_much")

    Opened =
      Struct.new(:media_type, :width_px, :height_px, :lines, :marks, :jpeg, keyword_init: true)

    def initialize(seconds: SECONDS, memory_bytes: MEMORY_BYTES)
      @seconds = seconds
      @memory_bytes = memory_bytes
      @lock = Mutex.new
    end

    # Opened: what it is, its size as stored, and a thumbnail. Raises Core::InvalidInput for what is
    # no picture, is broken or too heavy.
    def read(bytes) = ask("read", bytes)

    # Opened: the size that is looked at, upright, without camera and place. Raises
    # Core::InvalidInput.
    def shown(bytes) = ask("shown", bytes)

    # Opened: the same with these circles painted over, as Core::Records::PublicPicture has them.
    def covered(bytes, circles) = ask("covered", bytes, circles:)

    # The writing on a tag in it: [[[character, 0..1], ...], ...], a line for each look, for
    # Core::Tags::SeenNumber. Raises Core::InvalidInput.
    #   characters: which there may be
    def writing(bytes, characters:) = ask("writing", bytes, characters:).lines

    # Marks for the bench where our board is seen in it, as Core::Photo::BoardView#marks has them,
    # or nil. Raises Core::InvalidInput.
    def board(bytes) = ask("board", bytes).marks

    # The same where a ruler or tape is seen in it, as Formats::RulerPicture has them.
    def ruler(bytes) = ask("ruler", bytes).marks

    def stop = @lock.synchronize { stop_child }

    private

    # A process that died may have died of something else: the picture has a second chance with a
    # fresh one.
    def ask(act, bytes, **more)
      @lock.synchronize do
        tries = 0
        begin
          attempt(act, bytes, more)
        rescue EOFError, SystemCallError, JSON::ParserError => e
          busy = e.is_a?(Errno::ETIMEDOUT) && !worked_hard?
          stop_child
          raise Errno::EBUSY, "no time for a photo" if busy

          retry if (tries += 1) < 2 && !e.is_a?(Errno::ETIMEDOUT)
          raise Core::InvalidInput.at("photo", :picture_too_heavy, TOO_HEAVY)
        end
      end
    end

    # Where the time went: a picture that is made to stall uses it up, a machine that is busy gives
    # it none.
    def worked_hard? = @child.nil? || cpu_seconds - @cpu_before > @seconds * HARD_SHARE

    def cpu_seconds
      user, system = File.read("/proc/#{@child}/stat")[/\) (.*)/m, 1].split[11, 2].map(&:to_i)
      (user + system) / CLOCK_TICKS
    rescue SystemCallError
      Float::INFINITY
    end

    def attempt(act, bytes, more)
      start unless @child && alive?
      @cpu_before = cpu_seconds
      deadline = now + @seconds
      send_whole("#{JSON.generate(act:, bytes: bytes.bytesize, **more)}\n".b << bytes, deadline)
      answer(deadline)
    end

    def start
      stop_child
      theirs_in, @to = IO.pipe(binmode: true)
      @from, theirs_out = IO.pipe(binmode: true)
      # Opened pictures stay in memory, where the limit holds, and not in files of the library's
      # own.
      @child =
        Process.spawn(
          { "MALLOC_ARENA_MAX" => "2", "VIPS_DISC_THRESHOLD" => "2g" },
          RbConfig.ruby,
          PROGRAM,
          in: theirs_in,
          out: theirs_out,
          rlimit_as: @memory_bytes,
          rlimit_core: 0
        )
      [theirs_in, theirs_out].each(&:close)
      # Its start is not the picture's time.
      wait(@from, :wait_readable, now + 20)
      @from.gets
    end

    def alive? = Process.wait(@child, Process::WNOHANG).nil?

    def stop_child
      [@to, @from].compact.each(&:close)
      if @child
        begin
          Process.kill("KILL", @child)
          Process.wait(@child)
        rescue SystemCallError
          nil
        end
      end
      @child = @to = @from = nil
    end

    def answer(deadline)
      answer = JSON.parse(line(deadline), symbolize_names: true)
      raise Core::InvalidInput.at("photo", answer[:code].to_sym, answer[:message]) if answer[:code]

      Opened.new(
        **answer.slice(:media_type, :width_px, :height_px, :lines, :marks),
        jpeg: receive(answer.fetch(:bytes), deadline)
      )
    end

    def send_whole(bytes, deadline)
      until bytes.empty?
        wait(@to, :wait_writable, deadline)
        sent = @to.write_nonblock(bytes, exception: false)
        bytes = bytes.byteslice(sent..) if sent.is_a?(Integer)
      end
    end

    def line(deadline)
      text = +""
      text << receive(1, deadline) until text.end_with?("\n")
      text
    end

    def receive(size, deadline)
      bytes = +"".b
      while bytes.bytesize < size
        wait(@from, :wait_readable, deadline)
        part = @from.read_nonblock(size - bytes.bytesize, exception: false)
        raise EOFError if part.nil?

        bytes << part if part.is_a?(String)
      end
      bytes
    end

    def wait(io, how, deadline)
      left = deadline - now
      raise Errno::ETIMEDOUT if left <= 0 || io.public_send(how, left).nil?
    end

    def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  end
end
