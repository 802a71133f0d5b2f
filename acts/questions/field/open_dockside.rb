# frozen_string_literal: true

module Acts
  # One trip in the evening: what is left, its fish and pictures, whether its tags add up, and the
  # doubts. S1 to S5.
  module OpenDockside
    module_function

    # coast: Coast. Returns { trip:, left:, void:, fish:, photos:, tags:, doubts:, held:,
    #        corrections:, cameras: }.
    def call(context, trip_id:, coast:)
      trip = OwnTrip.fetch(store: context.store, member: context.member, id: trip_id)
      owner = context.store.members.find(trip.member_id)
      encounters =
        context.store.dockside.encounters(trip_id).map do |encounter|
          still_asked(context.store, encounter)
        end
      left = Core::Trips::Gaps.of(encounters)
      held = context.store.dockside.held(trip_id, owner.id)
      doubts = doubts(store: context.store, owner:, trip:, encounters:, coast:)
      tags = tags(store: context.store, owner:, trip:, encounters:)
      photos =
        context.store
          .photos
          .of_trip(trip_id)
          .map { |photo| photo.merge(fit: Core::Photo::Placing.fit_of(photo[:sure])) }
      names = {
        spot_name: context.store.waters.spot(trip.spot_code).name,
        member_name: owner.name
      }
      {
        trip: {
          **trip.slice(
            :id, :held_on, :platform, :water_temp_c, :spot_code, :rods, :fished_hours
          ),
          **names,
          state: state(trip, left, held, tags)
        },
        left:,
        void: context.store.encounters.void_of_trip(trip_id),
        fish: encounters.map { |encounter| shown(encounter) },
        photos:,
        tags:,
        doubts:
          doubts.flat_map { |id, found| found.map { |one| { encounter_id: id, **one.to_h } } },
        held: held.map { |one| held_record(one) },
        corrections: context.store.corrections.of_trip(trip_id),
        cameras: cameras(context.store, trip_id, photos),
        track_points: context.store.tracks.points(trip_id)
      }
    end

    # A number that has gone into another fish since, or was lost, is no question any more.
    def still_asked(store, one)
      number = one[:tag_question]
      if number && store.tags.find(number)&.fetch(:state) != "in_pouch"
        one.merge(tag_question: nil)
      else
        one
      end
    end

    # Ready when nothing is missing, held or unaccounted for; doubts may stay.
    def state(trip, left, held, tags)
      return trip.state if trip.submitted?

      left.empty? && held.empty? && tags[:gaps].empty? && tags[:doubles].empty? ? "ready" : "open"
    end

    def shown(one)
      lists =
        %i[marks handling pressure_signs spoiled_numbers lost_numbers read_numbers].to_h do |list|
          [list, one[list].to_a]
        end
      kept =
        one.except(
          :put_numbers, :fingerprint, :review, :member_id, :tag_advice, :recorded_by, :voided_at,
          :voided_because, :voided_by
        )
      kept.merge(**lists, reflexes: one[:reflexes].to_h, collisions: one[:collisions].to_a)
    end

    # { encounter id => [Core::Checks::Record::Doubt] }
    def doubts(store:, owner:, trip:, encounters:, coast:)
      laws = store.laws.in_force(store.waters.spot(trip.spot_code).water_code)
      owners =
        store.custody.owners(
          encounters.flat_map { |encounter| encounter[:tag_numbers] + encounter[:new_tag_numbers] }
        )
      foreign =
        owners
          .reject { |_, one| one[:holder_id] == owner.id }
          .transform_values { |one| one[:name] }
      outline = coast.outline
      encounters.to_h do |encounter|
        [
          encounter[:id],
          Core::Checks::Record.doubts(
            encounter: encounter.merge(tag_numbers: encounter[:put_numbers]),
            species: store.species.find(encounter[:species_code]),
            holders: foreign,
            catches: catches_before(store, encounter),
            law: laws.find { |law| law.species_code == encounter[:species_code] },
            member: owner,
            on_land: encounter[:lat_deg] && outline.water_at(encounter[:lat_deg],
              encounter[:lon_deg]).nil?
          )
        ]
      end
    end

    def catches_before(store, one)
      return [] if one[:fish_id].nil?

      species_code = store.fish.find(one[:fish_id])[:species_code]
      store
        .fish
        .catches(one[:fish_id])
        .select { |caught| caught[:id] != one[:id] && caught[:caught_on] <= one[:caught_on] }
        .map { |caught| caught.merge(species_code:) }
    end

    # A row of a sheet carries the time that was written; a record of the Deck its taps.
    def held_record(one)
      one.slice(:id, :code, :message).merge(source: one[:body].key?("time") ? "paper" : "deck")
    end

    # The sum without what the member has explained already.
    def tags(store:, owner:, trip:, encounters:)
      used = encounters.flat_map do |encounter|
        {
          "applied" => encounter[:put_numbers],
          "spoiled" => encounter[:spoiled_numbers].to_a,
          "lost" => encounter[:lost_numbers].to_a
        }.flat_map do |act, numbers|
          numbers.map { |number| { number:, encounter_id: encounter[:id], act: } }
        end
      end
      read =
        encounters
          .select { |one| one[:kind] == "recaptured" }
          .flat_map do |encounter|
            encounter[:tag_numbers].map do |number|
              { number:, encounter_id: encounter[:id] }
            end
          end
      sum =
        Core::Tags::Sum.of(
          used:,
          read:,
          pouch: store.tags.pouch(owner.id, limit: 2000),
          owners: store.custody.owners(used.map { |one| one[:number] }),
          member_id: owner.id
        )
      unexplained = lambda do |rows, said|
        told =
          store.custody.explained(
            rows.map { |row| row[:number] },
            said,
            member_id: owner.id,
            since: trip.held_on
          )
        rows.reject { |row| told.include?(row[:number]) }
      end
      sum.merge(
        gaps: unexplained.call(sum[:gaps], "in_pouch"),
        doubles: unexplained.call(sum[:doubles], "caught_twice"),
        foreign: unexplained.call(sum[:foreign], "from_pouch_of_owner")
      )
    end

    # A number that was passed over and not explained, as a doubt about the fish that got the next
    # one.
    def gap_doubts(store:, owner:, trip:, encounters:)
      tags(store:, owner:, trip:, encounters:)[:gaps]
        .group_by { |gap| gap[:after] }
        .to_h do |after, gaps|
          numbers = gaps.map { |gap| gap[:number] }
          [
            encounters.find do |encounter|
              (
                encounter[:tag_numbers] + encounter[:new_tag_numbers] +
                  encounter[:spoiled_numbers].to_a +
                  encounter[:lost_numbers].to_a
              ).include?(after)
            end[
              :id
            ],
            Core::Checks::Record::Doubt.new(
              code: :tag_gap,
              sentence:
                "#{numbers.join(', ')} passed over before #{after}, and nobody has said why.",
              evidence: {
                numbers:
              },
              fix: "tags"
            )
          ]
        end
    end

    def cameras(store, trip_id, photos)
      seconds = store.trips.camera_seconds(trip_id)
      photos.select { |one| one[:camera_at] }.group_by { |photo| photo[:camera].to_s }
        .map { |camera, taken| { camera:, photos: taken.size, seconds: seconds[camera] } }
    end
    private_class_method :still_asked,
      :state,
      :shown,
      :catches_before,
      :held_record,
      :tags,
      :cameras
  end
end
