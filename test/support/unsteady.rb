# frozen_string_literal: true

# A server on a bad line, for the browser tests: it drops answers after the work is done, dies in
# the middle of a batch, or is not our server at all (mode: a block that gets the request and the
# application, and answers).
class Unsteady
  # Not an error that anybody answers: the machine is off.
  class PowerGone < Exception; end # rubocop:disable Lint/InheritException

  attr_accessor :mode
  attr_reader :dropped

  def initialize(app)
    @app = app
    @mode = :steady
    @dropped = 0
  end

  def call(env)
    return @app.call(env) if mode == :steady || !env["PATH_INFO"].start_with?("/api/encounters")
    return (@dropped += 1) && mode.call(env, @app) if mode.respond_to?(:call)

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
    Acts::RecordEncounter.stub(
      :call,
      ->(*place, **given) { (calls += 1) > 2 ? raise(PowerGone) : real.call(*place, **given) },
      &
    )
  rescue PowerGone
    nil
  end
end
