# frozen_string_literal: true

module Core
  module Drawing
    # The tail fin by its kind. Returns { fill:, rays: } or nil.
    module Tails
      BACK = 995

      module_function

      def draw(form)
        kind, above, below, fork = form.tail
        return nil if kind == "none"

        root = form.body.last[0]
        x = root - 12
        top, bottom = [x, form.back_at(root) + 3], [x, form.belly_at(root) - 3]
        { fill: send(kind, top, bottom, above, below, fork),
          rays: kind == "shark" ? "" : rays([root + 14, 0], above, below, fork) }
      end

      def rounded(top, bottom, above, below, _fork)
        Pen.curve(top, [[top[0] + 60, -above], [BACK - 20, -above * 1.15], [BACK, -above * 0.25]],
          [[BACK + 6, 0], [BACK + 6, 0], [BACK, below * 0.25]],
          [[BACK - 20, below * 1.15], [bottom[0] + 60, below], bottom], closed: true)
      end

      def square(top, bottom, above, below, fork)
        Pen.curve(top, [[top[0] + 50, top[1] - 4], [BACK - 60, -above * 0.9], [BACK, -above]],
          [[BACK - fork, -above * 0.4], [BACK - fork, below * 0.4], [BACK, below]],
          [[BACK - 60, below * 0.9], [bottom[0] + 50, bottom[1] + 4], bottom], closed: true)
      end

      def forked(top, bottom, above, below, fork)
        notch = [BACK - fork, 0]
        Pen.curve(top, [[top[0] + 50, top[1] - 6], [BACK - 80, -above * 0.8], [BACK, -above]],
          [[BACK - 8, -above * 0.62], [notch[0] - 4, -above * 0.25], notch],
          [[notch[0] - 4, below * 0.25], [BACK - 8, below * 0.62], [BACK, below]],
          [[BACK - 80, below * 0.8], [bottom[0] + 50, bottom[1] + 6], bottom], closed: true)
      end

      def crescent(top, bottom, above, below, fork)
        Pen.curve(top, [[top[0] + 26, -30], [BACK - 70, -above * 0.9], [BACK, -above]],
          [[BACK - 50, -above * 0.7], [BACK - fork + 2, -34], [BACK - fork, 0]],
          [[BACK - fork + 2, 34], [BACK - 50, below * 0.7], [BACK, below]],
          [[BACK - 70, below * 0.9], [bottom[0] + 26, 30], bottom], closed: true)
      end

      # The upper lobe long, with a notch under its end.
      def shark(top, bottom, above, below, _fork)
        Pen.curve(top, [[top[0] + 60, -36], [BACK - 50, -above * 0.8], [BACK, -above]],
          [[BACK + 2, -above * 0.86], [BACK - 16, -above * 0.72], [BACK - 36, -above * 0.66]],
          [[BACK - 70, -above * 0.3], [BACK - 96, -4], [BACK - 104, 14]],
          [[BACK - 92, below * 0.6], [BACK - 84, below * 0.9], [BACK - 80, below]],
          [[BACK - 116, below * 0.86], [bottom[0] + 26, bottom[1] + 18], bottom], closed: true)
      end

      def rays(from, above, below, fork)
        [-0.8, -0.5, -0.22, 0.22, 0.5, 0.8].map do |t|
          reach = BACK - 14 - (fork * (1 - t.abs))
          Pen.line([[from[0], from[1] + (t * 16)], [reach, t * (t.negative? ? above : below)]])
        end.join
      end
      private_class_method :rounded, :square, :forked, :crescent, :shark, :rays
    end
  end
end
