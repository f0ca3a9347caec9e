# frozen_string_literal: true

module VastLattice
  module Formula
    # Writes docs/formulas.md from the tables that define the language, so that it is always true.
    module Reference
      INTRODUCTION = <<~MARKDOWN
        # Formulas

        This page is made by `rake docs` from the table that defines the functions; the tests run every example.

        The language follows FEEL of OMG DMN 1.5 where FEEL has the thing: `if … then … else …`, `and`, `or`,
        `not(…)`, `= != < <= > >=`, `x between a and b`, `x in [a..b]`, `x in ("ash", "oak")`, `+ - * / **`,
        `"text" + "text"`, lists `[1, 2, 3]`, filters `[1, 2, 3][item > 1]` and items `[5, 6][1]`, counted from 1.
        Operators of one rank are taken from left to right; a minus sign binds tightest.

        **Units** stand after a number: `250 mm`, `1/2 in`, `3 1/2 in`, `5' 6"`, `7.85 g/cm3`, `30 deg`. A fraction has no
        blanks around its stroke, and needs a unit; `1 / 2` divides. Dimensions are checked when a formula is
        written: a length and a plain number cannot be added.

        **Names** have underscores instead of blanks and match regardless of case. `windows.built` and
        `windows.shown` are the states of a feature, `brace.built` of a part. In the dimensions of
        a feature, and where its pattern leaves instances out, `index` is the number of the instance. `bolts.length` is
        a column of a table as a list; its cells must be plain values. Where one value is wanted, a property of a variant table
        is that of the row picked: `finish.price * 2`, `finish.row = "painted"`.

        **In components** names are paths: `leg.height`, `leg.size.row`, `leg.brace.built`, `module.leg.foot.size`, as deep as need
        be; `leg.built` and `rollers.count` are those of the component itself, `leg.price` what it costs as far as no price in it
        waits for the shape. Of a component that is repeated they are lists, one entry for each instance that is there:
        `max(rollers.diameter)`, `sum(ties.length)`, `rollers.diameter[2]`. In all that a repeated component is given, `index`
        is the number of the instance. What rules and columns decide may also be reached by `role.left.height` (all components
        of that role, on any level) and `kind.Foot.pad` (all of that family; blanks of its name become underscores).

        **What is measured** on the finished shape has names, too: `product.mass`, `product.volume`, `product.surface`,
        `product.area`, the same of a part (`frame.mass`) or a component, and `windows.count`, how many instances of a feature there are. Prices
        may use them, and conditions of rules that only forbid, warn, limit what is measured, or add prices and operations; values
        and states may not, since the shape follows from them. What is suppressed measures nothing; where a shape cannot be had,
        it is undefined.

        **Numbers** are rounded to nine decimals after each formula and wherever they are compared, listed or looked up, so
        that `0.1 + 0.2 = 0.3` holds and `modulo(0.3, 0.1)` is 0.

        **Undefined** is what has no result: a division by zero, a root of a negative number, a look-up that finds nothing,
        an item beyond a list, the least of an empty list, the value of a parameter that does not apply, a number too
        large, a text of more than 10,000 characters. Whatever uses it is undefined, too, and no condition that is
        undefined counts as false: it is an error, told once at the formula where it arises, with the numbers. Only these
        decide without the undefined side, as in FEEL: `false and …` is false, `true or …` is true, `if` needs only its
        condition and the side that it takes; so do `all`, `any`, `in` and `list_contains`. `defined(x)` tells whether there
        is a value: `if defined(x) then x else 0`. Look-ups pass over open cells of their keys; elsewhere an open cell is
        undefined: `count(bolts.length[defined(item) and item > 5 mm])`. All filters of one outcome may look at 200,000 items together.
      MARKDOWN

      # The whole page.
      def self.page
        [INTRODUCTION, functions, units].join("\n")
      end

      def self.functions
        rows = Functions::ALL.values.map do |function|
          "| `#{function.name}` | #{function.about} | `#{function.example.first}` | `#{shown(function.example.last)}` |"
        end
        ['## Functions', '', '| name | gives | example | is |', '|---|---|---|---|', *rows, ''].join("\n")
      end
      private_class_method :functions

      def self.shown(value)
        case value
        when Float then Units::Format.number(value)
        when String then value.inspect
        else value.to_s
        end
      end
      private_class_method :shown

      def self.units
        groups = Units::Catalogue::TABLE.map do |dimension, symbols|
          "| #{dimension.to_s.sub(/\Aan? /, '')} | #{symbols.keys.map { |symbol| "`#{symbol}`" }.join(' ')} |"
        end
        ['## Units', '', 'Products, quotients and powers of these are units too: `mm2`, `kg/m`, `N/mm2`.', '',
         '| measures | symbols |', '|---|---|', *groups, ''].join("\n")
      end
      private_class_method :units
    end
  end
end
