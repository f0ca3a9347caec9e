# frozen_string_literal: true

module VastLattice
  module Units
    # In which units amounts are shown: as they are set (''), in metric ones, or in inches and pounds, as decimals or as fractions where
    # these are exact. What was typed stays as it was typed.
    class Display < Value.with(:name)
      # What each is called.
      TITLES = { '' => 'as set', 'metric' => 'metric', 'inch' => 'inch', 'fractions' => 'inch, fractions' }.freeze
      # What stands for the parts of a unit's symbol, so that compound ones (kg/m, mm2) follow.
      INCH = { 'um' => 'mil', 'mm' => 'in', 'cm' => 'in', 'dm' => 'in', 'm' => 'ft', 'km' => 'ft',
               'mg' => 'oz', 'g' => 'oz', 'kg' => 'lb', 't' => 'lb', 'N' => 'lbf', 'kN' => 'lbf', 'kgf' => 'lbf',
               'Pa' => 'psi', 'kPa' => 'psi', 'MPa' => 'psi', 'GPa' => 'psi', 'bar' => 'psi', 'mbar' => 'psi',
               'l' => 'gal', 'L' => 'gal', 'ml' => 'gal' }.freeze
      METRIC = { 'mil' => 'um', 'in' => 'mm', 'ft' => 'm', 'yd' => 'm', 'oz' => 'g', 'lb' => 'kg', 'lbf' => 'N', 'psi' => 'MPa',
                 'gal' => 'l' }.freeze
      SWAPS = { 'metric' => METRIC, 'inch' => INCH, 'fractions' => INCH }.freeze
      # Parts of an inch down to which a fraction is written: a common scale (no source, common practice).
      PARTS = 64
      # Decimals of what is shown in another unit than it has.
      DECIMALS = 4
      private_constant :SWAPS

      # The Display of a name, nil for one that is not known.
      def self.[](name) = ALL[name.to_s]

      # The same; raises Error for one that is not known.
      def self.checked(name)
        self[name] || raise(Error.new(Wording[:name_is_no_display_of_units, name: name],
                                      remedy: Wording[:choose_choice_or_none, choice: TITLES.keys.reject(&:empty?)]))
      end

      # Whether amounts are shown in other units than they have.
      def any? = !name.empty?
      def inch? = SWAPS[name].equal?(INCH)

      # The Unit in which amounts of a Unit are shown.
      def shown(unit) = any? ? swapped(unit) : unit

      # An amount in base units as text in a unit, "mm" and the like by symbol.
      def quantity(amount, symbol) = Format.quantity(amount, shown(Units[symbol]))

      # A length in mm as a number without its unit: to so many decimals of mm, of inches to two more, or a fraction of these.
      def length(amount, decimals)
        unit = shown(Units['mm'])
        own = unit.from_base(amount)
        (unit.parts && Format.fraction(own, unit.parts)) || Format.number(inch? ? own.round(decimals + 2) : own.round(decimals))
      end

      # The same as drawings say it, where a number without a sign is mm.
      def drawn(amount) = inch? ? "#{length(amount, 1)}\"" : Format.number(amount)

      ALL = TITLES.keys.to_h { |name| [name, new(name: name)] }.freeze
      AS_SET = ALL.fetch('')

      private

      def swapped(unit)
        swap = SWAPS.fetch(name)
        symbol = unit.symbol.gsub(/[[:alpha:]]+/) { |part| swap.fetch(part, part) }
        found = Units.unit?(symbol) ? Units[symbol] : unit
        return unit unless found.dimension == unit.dimension && found.offset.zero?

        return unit if found.symbol == unit.symbol

        found.with(decimals: DECIMALS, parts: (PARTS if name == 'fractions' && found.symbol == 'in'))
      end
    end
  end
end
