# frozen_string_literal: true

require_relative "api_case"

# A small cooperative whose numbers are worked out by hand.
class WaterCase < ApiCase
  RELEASED_ON = Date.new(2025, 6, 1)

  def setup
    super
    @trip = Seeds.trip(db, @isolde, held_on: RELEASED_ON)
    Seeds.pouch(db, @isolde, count: 20, first: 6)
  end

  def release(number, days: nil, length_mm: 400, grown_mm: 50, **changes)
    id = SecureRandom.uuid
    start = RELEASED_ON.to_time + (9 * 3600)
    record(id, number, start, kind: "tagged", length_mm:, **changes)
    return id if days.nil?

    record(
      SecureRandom.uuid, number, start + (days * 86_400), kind: "recaptured",
      length_mm: length_mm + grown_mm,
      **changes.slice(:species_code)
    )
    id
  end

  def record(id, number, start, length_mm:, **changes)
    Acts::RecordEncounter.call(
      Acts::Context.new(store:, member: @isolde, now: Time.now), id:,
      sent: Seeds.encounter(
        @trip, number:, start:,
        length: { value: length_mm, unit: "mm", kind: "FL", how: "board" }, **changes
      )
    )
  end

  def water(topic, **query) = ask("/api/water/#{topic}?#{URI.encode_www_form(query)}")
  def answer_of(page, key) = page["answers"].find { |answer| answer["key"] == key }

  # How many.
  def run_water_jobs
    jobs = db[:que_jobs].where(job_class: "Acts::WaterJob")
    jobs.select_order_map(%i[id args]).each do |id, args|
      jobs.where(id:).delete
      Acts::WaterJob.run(*JSON.parse(JSON.generate(args), symbolize_names: true))
    end.size
  end

  def tags = @tags ||= db[:tags].where(state: "in_pouch").order(:number).select_map(:number)
end
