# frozen_string_literal: true

module Api
  module Auth
    # What a password must be, and what is said of a wrong one.
    module Passwords
      MIN_CHARACTERS = 10
      # argon2id takes any; beyond this it only costs us time.
      MAX_BYTES = 500
      # So many characters are not from the address or the programme's name.
      LEAST_OF_ITS_OWN = 7
      # A run like abcdefgh, 12345678 or qwertyuiop makes up no more of a password than the rest.
      RUNS = [
        ("0123456789" * 3) + ("abcdefghijklmnopqrstuvwxyz" * 2),
        "qwertyuiopasdfghjklzxcvbnm", "qwertzuiopasdfghjklyxcvbnm", "azertyuiopqsdfghjklmwxcvbn",
        "1q2w3e4r5t6y7u8i9o0p", "qazwsxedcrfvtgbyhnujmikolp"
      ].flat_map { |run| [run, run.reverse] }.freeze
      LEAST_RUN = 4

      module_function

      def set_up(auth, setup)
        auth.use_database_authentication_functions? false
        auth.account_password_hash_column nil
        auth.require_bcrypt? false
        auth.new_password_param "new_password"
        auth.password_minimum_length MIN_CHARACTERS
        auth.password_maximum_bytes MAX_BYTES
        auth.password_too_short_message "has to be at least #{MIN_CHARACTERS} characters"
        auth.same_as_existing_password_message "is the same as before"
        auth.password_is_one_of_the_most_common_message Core::Text.of(
          "api.passwords.is_used_by_many_people"
        )
        auth.change_password_error_flash "The password was not changed"
        auth.reset_password_error_flash "The new password was not set"
        guessable(auth, setup)
      end

      # Also what can be guessed from who it is, where, or from the keyboard.
      def guessable(auth, setup)
        auth.password_meets_requirements? do |password|
          next false unless super(password)

          why =
            Passwords.trouble(
              password,
              near: [
                account && account[:email].to_s, setup.store.programme.name,
                account && setup.store.members.by_account_name(account[:id])
              ]
            )
          if why
            set_password_requirement_error_message(:password_is_guessable, why) && false
          else
            true
          end
        end
      end

      # A sentence's end about what makes it easy to guess, or nil.
      def trouble(password, near:)
        plain = letters(password)
        if plain.chars.uniq.size < 5 || run?(plain)
          return (
            Core::Text.of("api.passwords.is_a_run_of_neighbouring")
          )
        end

        words =
          near.compact.flat_map { |text| text.downcase.split(/[^[:alnum:]]+/) + [letters(text)] }
        remainder =
          words
            .select { |word| word.size > 3 }
            .sort_by { |word| -word.size }
            .reduce(plain) { |left, word| left.gsub(word, "") }
        return if remainder == plain || remainder.size >= LEAST_OF_ITS_OWN

        Core::Text.of("api.passwords.is_close_to_your_address")
      end

      def letters(text) = text.downcase.gsub(/[^[:alnum:]]/, "")

      # Whether runs make up half of it or more.
      def run?(plain)
        in_runs = 0
        index = 0
        while index < plain.size
          size = run_at(plain, index)
          in_runs += size if size >= LEAST_RUN
          index += [size, 1].max
        end
        in_runs * 2 >= plain.size
      end

      # The length of the run that begins there, nought for none.
      def run_at(plain, index)
        (plain.size - index).downto(LEAST_RUN)
          .find { |size| RUNS.any? { |run| run.include?(plain[index, size]) } } || 0
      end
    end
  end
end
