# frozen_string_literal: true

require "socket"

module Devices
  # The instruments of a boat, read over TCP in the background: the newest reading of each quantity,
  # with its age.
  #
  #   boat, scale: "host:port" or nil
  #   clock:       monotonic seconds
  #
  # A source that is down is tried again; what it said last grows old and is then called stale.
  class Instruments
    # A reading older than this is not of this fish. House rule.
    STALE_AFTER_SECONDS = 15
    RETRY_SECONDS = 3
    CONNECT_SECONDS = 2

    def initialize(
      boat: nil,
      scale: nil,
      clock: -> { Process.clock_gettime(Process::CLOCK_MONOTONIC) }
    )
      @sources =
        { boat => -> { Nmea.new }, scale => -> { ScaleLines.new } }.reject do |address, _|
          address.to_s.empty?
        end
      @scale = scale
      @clock = clock
      @lock = Mutex.new
      @readings = {}
      @sockets = {}
    end

    def any? = @sources.any?

    # Starts reading; safe to call twice.
    def start
      @threads ||= @sources.map { |address, reader| Thread.new { follow(address, reader) } }
      self
    end

    # Files what a source said; the reading threads use it, and so may tests.
    def note(readings)
      @lock.synchronize do
        readings.each do |reading|
          @readings[reading[:quantity]] = [reading.except(:quantity), @clock.call]
        end
      end
    end

    # { position:, depth:, water_temp:, weight: } each nil or { ..., age_seconds:, stale: }
    def now
      @lock.synchronize do
        %i[position depth water_temp weight].to_h do |quantity|
          reading, read_at = @readings[quantity]
          [quantity, reading&.merge(aged(read_at))]
        end
      end
    end

    # Tells the scale that what hangs on it now is the wet sling. False when there is no scale to
    # tell.
    def tare
      socket = @lock.synchronize { @sockets[@scale] }
      return false if socket.nil?

      socket.write(ScaleLines::TARE)
      true
    rescue SystemCallError, IOError
      false
    end

    private

    def aged(read_at)
      age = @clock.call - read_at
      { age_seconds: age.round, stale: age > STALE_AFTER_SECONDS }
    end

    def follow(address, reader)
      host, port = address.split(":")
      loop do
        listen(address, host, Integer(port), reader.call)
      rescue SystemCallError, SocketError, IOError
        sleep RETRY_SECONDS
      end
    end

    def listen(address, host, port, reader)
      Socket.tcp(host, port, connect_timeout: CONNECT_SECONDS) do |socket|
        @lock.synchronize { @sockets[address] = socket }
        loop { note(reader.feed(socket.readpartial(4096))) }
      end
    ensure
      @lock.synchronize { @sockets.delete(address) }
    end
  end
end
