# frozen_string_literal: true

module Acts
  # Whether enough fish of enough other members stand behind an answer of Water for who reads it.
  module TooFew
    PROGRAMME = "health"

    module_function

    # topic: of AnswerWater;  filter: as WaterFilter gives it for that topic
    def show?(context, topic, filter)
      return true if topic == PROGRAMME || context.member.coordinator? ||
        own?(context.member, filter)

      reader_id = context.member.reader? ? nil : context.member.id
      behind = context.store.behind
      return pooled?(behind, topic, filter, reader_id) if WaterFilter::POOLED.include?(topic)

      Core::Privacy::Few.show?(**behind.fish(topic, filter, apart_from: reader_id))
    end

    def own?(member, filter) = !member.reader? && filter[:member_id] == member.id

    def pooled?(behind, topic, filter, reader_id)
      groups = behind.groups(topic, apart_from: reader_id)
        .map { |row| Core::Privacy::Lattice::Group.new(**row) }
      # Trips are of no species; what was caught on enough of them may be told by species.
      asked = filter.slice(:water, *(:species if topic == "handling"))
      years = filter.slice(:from, :to).transform_values(&:year)
      Core::Privacy::Lattice.new(groups).answerable?(**asked, **years)
    end
    private_class_method :own?, :pooled?
  end
end
