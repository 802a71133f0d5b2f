# frozen_string_literal: true

module Acts
  # A recompute of Water as its job runs it: each part that is done is noted for whoever looks on,
  # and between two parts it ends when somebody stopped it.
  module WatchedRecompute
    # Somebody stopped it.
    class Stopped < StandardError
    end

    # Notes each part that is done.
    Watch = Struct.new(:recomputes, :id, :done) do
      def part
        raise Stopped if recomputes.stopped?(id)

        answer = yield
        self.done += 1
        recomputes.mark(id, done)
        answer
      end
    end

    # id: of the recompute. Yields a Watch.
    def self.run(store, id)
      store.recomputes.begin(id)
      yield Watch.new(store.recomputes, id, 0)
      store.recomputes.finish(id)
    rescue Stopped
      nil
    end
  end
end
