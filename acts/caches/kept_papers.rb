# frozen_string_literal: true

module Acts
  # Papers and pictures that were made lately, by what they say: the same story is not drawn twice.
  class KeptPapers
    MOST_BYTES = 40_000_000

    def initialize(most_bytes: MOST_BYTES)
      @most_bytes = most_bytes
      @papers = {}
      @bytes = 0
      @lock = Mutex.new
    end

    # The paper of this content, made by the block when it is not there. what: values that say all
    # that is on it
    def fetch(*parts)
      key = Digest::SHA256.hexdigest(Marshal.dump(parts))
      kept = @lock.synchronize { @papers.delete(key)&.tap { |paper| @papers[key] = paper } }
      kept || yield.tap { |paper| keep(key, paper) }
    end

    private

    def keep(key, paper)
      @lock.synchronize do
        @bytes -= @papers.delete(key)&.bytesize.to_i
        @papers[key] = paper
        @bytes += paper.bytesize
        @bytes -= @papers.shift.last.bytesize while @bytes > @most_bytes && @papers.size > 1
      end
    end
  end
end
