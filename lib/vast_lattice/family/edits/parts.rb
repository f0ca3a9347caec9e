# frozen_string_literal: true

module VastLattice
  class Family
    module Edits
      # Edits of parts, their stock, and the materials of a family.
      module Parts
        TEXTS = %w[label note colour finish material least_wall built_when shown_when tier].freeze

        # Adds a part with its stock in plain form, or replaces the stock of one.
        def self.put_part(family, name:, stock:, material: nil)
          part = family.part(name) || Part.new(name: Edits.checked_name(name), stock: Stock.from_tree(stock))
          part = part.with(stock: Stock.from_tree(stock))
          part = part.with(material: material) if material
          family.with(parts: Edits.put(family.parts, part))
        end

        # Sets a text of a part ("label", "material", "least_wall", "built_when" …) or a field of its place ("at.x").
        # "5 mm as least" also makes a parameter.
        def self.set_part(family, part:, field:, text:)
          unit = field.start_with?('at.turn') ? 'deg' : 'mm'
          family, text = Naming.named(family, text, unit) if field == 'least_wall' || field.start_with?('at.')
          family, text = Naming.condition(family, text) if Naming::CONDITIONS.include?(field)
          family.with(parts: Edits.change(family.parts, part, 'part') { |found| changed(found, field, text) })
        end

        # Removes a part with its features, and what speaks of them.
        def self.remove_part(family, part:)
          gone = Edits.find(family.parts, part, 'part')
          Removal.without(family, [gone.name, *gone.features.map(&:name)]).with(parts: family.parts - [gone])
        end

        # Sets a dimension of the stock, one in a list ("points.0.x"), its outline, or the part's material. "90 mm as
        # depth" also makes a parameter.
        def self.set_stock(family, part:, field:, text:)
          return set_part(family, part: part, field: field, text: text) if field == 'material'
          raise Error.new(Wording[:a_dimension_of_the_stock_needs], remedy: Wording[:name_one_such_as_width]) if field.strip.empty?

          family, text = Naming.named(family, text, 'mm') unless field == 'outline'
          change_stock(family, part) do |stock|
            field == 'outline' ? Stock.new(kind: stock.kind, outline: text) : stock.with_entry(field, text)
          end
        end

        # Adds an item to a list of the stock, such as a point or a step; +item+ in plain form.
        def self.add_stock_item(family, part:, list:, item:)
          change_stock(family, part) { |stock| stock.with(dimensions: stock.dimensions.merge(list => [*stock.list(list), item])) }
        end

        # Removes the item at an +index+ (from 0) of a list of the stock.
        def self.remove_stock_item(family, part:, list:, index:)
          change_stock(family, part) do |stock|
            rest = stock.list(list).each_with_index.reject { |_, at| at.to_s == index }.map(&:first)
            stock.with(dimensions: stock.dimensions.merge(list => rest))
          end
        end

        # Adds a material to the family, or changes one: density in g/cm3.
        def self.put_material(family, material:)
          made = OwnMaterial.from_tree(material.merge('name' => Edits.checked_name(material['name']).downcase))
          unless Float(made.density, exception: false)&.positive?
            raise Error.new(Wording[:density_is_no_density, density: made.density], remedy: Wording[:type_a_number_in_g_cm3_such])
          end

          family.with(materials: Edits.put(family.materials, made))
        end

        # Removes a material of the family.
        def self.remove_material(family, name:) = family.with(materials: Edits.drop(family.materials, name, 'material'))

        def self.change_stock(family, part)
          family.with(parts: Edits.change(family.parts, part, 'part') { |found| found.with(stock: yield(found.stock)) })
        end
        private_class_method :change_stock

        def self.changed(part, field, text)
          if field.start_with?('at.')
            axis = field.delete_prefix('at.').to_sym
            unless PartPlace::UNITS.key?(axis)
              raise Error.new(Wording[:a_part_has_no_place_field, field: field], remedy: Wording[:choose_choice, choice: PartPlace::UNITS.keys])
            end

            return part.with(at: (part.at || PartPlace.new).with(axis => text.strip.empty? ? '0' : text))
          end
          unless TEXTS.include?(field)
            raise Error.new(Wording[:a_part_has_no_field, field: field], remedy: Nearest.remedy(field, TEXTS, kind: 'field'))
          end

          part.with(field.to_sym => text.strip.empty? ? Part.fields[field.to_sym] : text)
        end
        private_class_method :changed
      end
    end
  end
end
