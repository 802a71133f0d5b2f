# frozen_string_literal: true

module Api
  # Counters of rare requests are shared by all processes, in the database where there is no Redis;
  # those of every request stay in their process. Without the database each counts alone: a limit
  # that is too generous for a while is better than no service.
  class CommonCounters
    ALONE = /everything|stories|reading by key/

    # shared, alone: #increment(key, amount, expires_in:), #read, #write, #delete
    def initialize(shared:, alone:)
      @shared = shared
      @alone = alone
    end

    %i[increment read write delete].each do |name|
      define_method(name) do |key, *others, **options|
        where = key.match?(ALONE) ? @alone : @shared
        where.public_send(name, key, *others, **options)
      rescue Sequel::Error
        @alone.public_send(name, key, *others, **options)
      end
    end

    def delete_matched(pattern, options = nil) = @alone.delete_matched(pattern, options)
  end
end
