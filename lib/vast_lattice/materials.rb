# frozen_string_literal: true

module VastLattice
  # The materials that parts can be made of. Densities in g/cm3: steel 7.85 as in EN 10219 and the
  # other steel standards, the rest common handbook values (from memory).
  module Materials
    # A material: its density in g/cm3 and the colour it is drawn in.
    class Material < Value.with(:name, :title, :density, :colour)
      # Density in base units, kg/mm3.
      def base_density = density * 1e-6
    end

    ALL = [
      ['steel', 'Steel', 7.85, '#b9c0c4'], ['stainless_steel', 'Stainless steel', 7.9, '#cfd5d6'],
      ['aluminium', 'Aluminium', 2.7, '#dcdfe0'], ['brass', 'Brass', 8.4, '#d8c08a'],
      ['copper', 'Copper', 8.96, '#d39a78'], ['cast_iron', 'Cast iron', 7.2, '#8f9496'], ['bronze', 'Bronze', 8.8, '#c6a06a'],
      ['polyethylene', 'Polyethylene', 0.95, '#e9ece4'], ['polyamide', 'Polyamide', 1.14, '#efe9da'], ['acetal', 'Acetal', 1.41, '#f2f2ee'],
      ['pvc', 'PVC', 1.4, '#b8bec2'], ['rubber', 'Rubber', 1.2, '#4a4d4f'], ['plywood', 'Plywood', 0.68, '#dcc7a1'],
      ['beech', 'Beech', 0.72, '#dcb48a'], ['oak', 'Oak', 0.71, '#cfa874'], ['mdf', 'MDF', 0.75, '#c9b08b'], ['glass', 'Glass', 2.5,
                                                                                                              '#cfe3df']
    ].to_h do |name, title, density, colour|
      [name, Material.new(name: name, title: title, density: density, colour: colour)]
    end.freeze

    # Texts that mean a material: {name or title in small letters => name}.
    class Known < Value.with(:texts)
      # Of Materials; of two with one name or title, the first.
      def self.of(materials)
        new(texts: materials.reverse.flat_map { |own| [[own.title.downcase, own.name], [own.name, own.name]] }.to_h)
      end

      def meant(text) = texts[text.strip.downcase]
      def names = texts.values.uniq
      def kind = 'material'
    end

    # The material of that name, or nil.
    def self.[](name) = ALL[name.to_s.downcase]

    def self.names = ALL.keys
  end
end
