# frozen_string_literal: true

# A server on a bad line, for the browser tests: it drops answers after the work is done, dies in
# the middle of a batch, or is not our server at all (mode: a block that gets the request and the
# application, and answers).
class Unsteady
  # Not an error that anybody answers: the machine is off.
  class PowerGone < Exception; end # rubocop:disable Lint/InheritException

  attr_accessor :mode
  # requests: a line each, since the line was mended last
  attr_reader :dropped, :requests

  def initialize(app)
    @app = app
    mended
  end

  def mended
    @mode = :steady
    @dropped = 0
    @requests = []
    self
  end

  def call(env)
    status, headers, body = answer(env)
    note(env, status, body)
    [status, headers, body]
  end

  private

  def note(env, status, body)
    refused = status >= 400 && body.respond_to?(:join) ? " #{body.join[0, 300]}" : ""
    @requests << "  #{env['REQUEST_METHOD']} #{env['PATH_INFO']} #{status}#{refused}"
  end

  def answer(env)
    return @app.call(env) if mode == :steady || !env["PATH_INFO"].start_with?("/api/encounters")
    return (@dropped += 1) && mode.call(env, @app) if mode.respond_to?(:call)

    mode == :dies_after_two ? dying { @app.call(env) } : @app.call(env)
    @dropped += 1
    env["rack.hijack"].call.close
    [-1, {}, []]
  end

  # What the third record would have done is not done; the first two are.
  def dying(&)
    real = Acts::RecordEncounter.method(:call)
    calls = 0
    Acts::RecordEncounter.stub(
      :call,
      ->(*place, **options) { (calls += 1) > 2 ? raise(PowerGone) : real.call(*place, **options) },
      &
    )
  rescue PowerGone
    nil
  end
end
