# frozen_string_literal: true

module Acts
  # The programme's drawn coast as this process knows it, with what was worked out from it once;
  # looked at anew when a coordinator has changed it.
  class Coast
    SPOTS = Core::Geography::DrawnCoast::SPOTS
    LOOKED_AT_EVERY_SECONDS = 3.0

    # version: rises with every change;  features: GeoJSON
    Known = Struct.new(:version, :features, :outline, :route, keyword_init: true)

    def initialize(store, clock: -> { Process.clock_gettime(Process::CLOCK_MONOTONIC) })
      @store = store
      @clock = clock
      @lock = Mutex.new
      @looked_at = -Float::INFINITY
    end

    def version = known.version
    def features = known.features

    # For readers without an account: of spots those that the drawing marks as public.
    def public_features
      features.reject do |feature|
        about = feature["properties"]
        SPOTS.include?(about["kind"]) && !about["public"]
      end
    end

    def outline = known.outline
    def route = known.route

    private

    def known
      @lock.synchronize do
        if @clock.call - @looked_at >= LOOKED_AT_EVERY_SECONDS
          version = @store.programme.coast_version
          @known = read(version) if @known.nil? || @known.version != version
          @looked_at = @clock.call
        end
        @known
      end
    end

    def read(version)
      features = @store.programme.coast.freeze
      Known.new(
        version:,
        features:,
        outline: Core::Geography::Outline.new(features),
        route: Core::Geography::Route.new(features)
      ).freeze
    end
  end
end
