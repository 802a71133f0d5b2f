# frozen_string_literal: true

module RuboCop
  module Cop
    module Voucher
      # Refuses names that say nothing about what they hold (docs/GLOSSARY.md, Names in the code).
      #
      # A keyword `at:` and a method `at(...)` read as English where they are called, so both may
      # stand.
      class PlainNames < Base
        NOT_NAMES = %w[
          one it what told said given found at so rest them all_of_it question_data
        ].freeze
        WHERE_CALLED = %w[at].freeze
        MSG = "`%<name>s` says nothing about what it holds. Name the thing."

        def on_arg(node) = check(node, node.children.first)
        alias on_optarg on_arg
        alias on_restarg on_arg
        alias on_kwrestarg on_arg
        alias on_blockarg on_arg
        alias on_lvasgn on_arg
        alias on_ivasgn on_arg

        def on_kwarg(node) = check_called(node, node.children.first)
        alias on_kwoptarg on_kwarg

        def on_def(node) = check_called(node, node.method_name)
        alias on_defs on_def

        private

        def check_called(node, name) = WHERE_CALLED.include?(name.to_s) || check(node, name)

        def check(node, name)
          name = name.to_s.delete_prefix("@")
          add_offense(node, message: format(MSG, name:)) if NOT_NAMES.include?(name)
        end
      end
    end
  end
end
