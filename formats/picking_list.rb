# frozen_string_literal: true

module Formats
  # The picking list for the orders that wait, and a slip for each parcel.
  #
  #   items: [{ code:, name:, left: }];  orders: [{ member_name:, items: { code => count }, note: }]
  class PickingList
    MARGIN = 48
    SLIP_HEIGHT = 130

    def self.pdf(...) = new(...).render

    def initialize(items:, orders:, fonts_dir:)
      @items = items.to_h { |item| [item[:code], item] }
      @orders = orders
      @paper = Paper.new(fonts_dir:, title: "Picking list", page_size: "A4", margin: MARGIN)
    end

    def render
      @paper.text "Picking list", size: 22, style: :bold
      @paper.text Core::Text.of("formats.picking_list.orders", orders: @orders.size), size: 11
      @paper.pdf.move_down 8
      wanted.each { |code, count| shelf(code, count) }
      @paper.pdf.start_new_page if @orders.any?
      @orders.each { |order| slip(order) }
      @paper.pdf.render
    end

    private

    # { code => count } over all orders, as the shelves stand
    def wanted
      total = @orders.each_with_object(Hash.new(0)) do |order, sums|
        order[:items].each { |code, count| sums[code.to_s] += count }
      end
      @items.keys.filter_map { |code| [code, total[code]] if total.key?(code) }
    end

    def shelf(code, count)
      name, left = @items[code].values_at(:name, :left)
      @paper.text "□  #{count} × #{name}", size: 13
      return if left >= count

      @paper.text Core::Text.of("formats.picking_list.short", left:), size: 11, style: :bold
    end

    def slip(order)
      pdf = @paper.pdf
      pdf.start_new_page if pdf.cursor < SLIP_HEIGHT
      pdf.stroke_color Paper::GREY
      pdf.dash 3
      pdf.stroke_horizontal_rule
      pdf.undash
      pdf.move_down 10
      @paper.text order[:member_name], size: 20, style: :bold
      @paper.text contents(order), size: 12
      @paper.text order[:note], size: 11, style: :italic if order[:note]
      pdf.move_down 14
    end

    def contents(order)
      order[:items].map { |code, count| "#{count} × #{@items.dig(code.to_s, :name) || code}" }
        .join(", ")
    end
  end
end
