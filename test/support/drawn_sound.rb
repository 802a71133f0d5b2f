# frozen_string_literal: true

# The demo's coast as it is drawn; looking for ways is prepared once for all tests.
module DrawnSound
  module_function

  def features = @features ||= JSON.parse(File.read(Demo::Sound::FILE)).fetch("features")
  def route = @route ||= Core::Geography::Route.new(features)
end
