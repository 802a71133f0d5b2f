# frozen_string_literal: true

# A server on a bad line, for the browser tests: it drops answers after the work is done, or dies in the middle of a batch.
class Unsteady
  attr_accessor :mode
  attr_reader :dropped

  def initialize(app)
    @app = app
    @mode = :steady
    @dropped = 0
  end

  def call(env)
    return @app.call(env) if mode == :steady || !env["PATH_INFO"].start_with?("/api/encounters")

    mode == :dies_after_two ? dying { @app.call(env) } : @app.call(env)
    @dropped += 1
    env["rack.hijack"].call.close
    [-1, {}, []]
  end

  private

  # What the third record would have done is not done; the first two are.
  def dying(&)
    real = Acts::RecordEncounter.method(:call)
    calls = 0
    Acts::RecordEncounter.stub(:call, ->(**given) { (calls += 1) > 2 ? raise(IOError, "the power is gone") : real.call(**given) }, &)
  rescue IOError
    nil
  end
end
