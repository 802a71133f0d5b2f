# frozen_string_literal: true

module Core
  module Protocol
    # A question on which practitioners disagree, with the schools that answer it.
    #
    #   letter:   "A" .. "Q", how people refer to it
    #   default:  key of the school we start from, and default_why says why
    #   by_guild: true where the answer may differ by guild; guild_defaults holds ours
    Question =
      Struct.new(
        :key, :letter, :text, :schools, :default, :default_why, :by_guild, :guild_defaults,
        keyword_init: true
      ) do
        def school(school_key)
          schools.find { |school| school.key == school_key.to_sym } ||
            raise(
              InvalidInput.at(
                key.to_s,
                :unknown_school,
                "#{text} has no school #{school_key.inspect}."
              )
            )
        end
      end
  end
end
