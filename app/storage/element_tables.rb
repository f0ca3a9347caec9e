# frozen_string_literal: true

module VastLattice
  module Storage
    # Reads and writes the elements of a family, one database table per kind.
    module ElementTables
      # A record of an element table.
      class Element < ActiveRecord::Base
        self.abstract_class = true
        # MariaDB reports its JSON columns as text.
        attribute :body, :json
      end

      NAMES = { 'parameter' => 'parameters', 'part' => 'parts', 'feature' => 'features', 'table' => 'variant_tables',
                'row' => 'variant_rows', 'rule' => 'rules', 'rule_table' => 'rule_tables', 'form' => 'forms' }.freeze

      RECORDS = NAMES.transform_values { |table| Class.new(Element) { self.table_name = table } }.freeze

      # All elements of a stored family.
      def self.read(record)
        bodies = { Family::Elements::HEADER => record.body.merge('name' => record.name) }
        orders = Family::Elements::LISTS.each_key.to_h { |kind| [[kind, ''], []] }
        RECORDS.each { |kind, records| read_kind(kind, records.where(family_id: record.id), bodies, orders) }
        Family::Elements.new(bodies: bodies, orders: orders)
      end

      def self.read_kind(kind, records, bodies, orders)
        records.order(:position).pluck(:owner, :name, :body).each do |owner, name, body|
          bodies[[kind, owner, name]] = body
          (orders[[kind, owner]] ||= []) << name
          child = Family::Elements::CHILDREN[kind]&.first
          orders[[child, name]] ||= [] if child
        end
      end
      private_class_method :read_kind

      # Writes what a patch changed; +family+ is the family after it.
      def self.write(record, patch, family)
        header = patch.bodies.find { |key, _, _| key == Family::Elements::HEADER }
        record.assign_attributes(name: header.last['name'], body: header.last.except('name')) if header&.last
        # Only a new order asks for elements that the patch does not hold.
        elements = patch.orders.any? ? Family::Elements.of(family) : nil
        RECORDS.each { |kind, records| write_kind(record.id, kind, records, patch, [family, elements]) }
      end

      def self.write_kind(family_id, kind, records, patch, elements)
        mine = patch.bodies.select { |(own_kind, *), _, _| own_kind == kind }
        gone = mine.select { |_, _, after| after.nil? }.map(&:first)
        gone.group_by { |_, owner, _| owner }.each do |owner, keys|
          records.where(family_id: family_id, owner: owner, name: keys.map(&:last)).delete_all
        end
        touched = mine.select(&:last).map(&:first) | moved(kind, patch)
        rows(family_id, kind, touched, patch, *elements).each_slice(1000) { |slice| records.upsert_all(slice) }
      end
      private_class_method :write_kind

      # Keys of elements whose position changed.
      def self.moved(kind, patch)
        patch.orders.select { |(own_kind, _), _, _| own_kind == kind }.flat_map do |(_, owner), before, after|
          after.to_a.each_with_index.reject { |name, index| before.to_a[index] == name }.map { |name, _| [kind, owner, name] }
        end
      end
      private_class_method :moved

      def self.rows(family_id, kind, keys, patch, family, elements)
        bodies = patch.bodies.to_h { |key, _, after| [key, after] }
        positions = Hash.new { |found, owner| found[owner] = Family::Elements.names(family, kind, owner).each_with_index.to_h }
        keys.filter_map do |key|
          _, owner, name = key
          body = bodies.fetch(key) { elements.bodies[key] } or next
          { family_id: family_id, owner: owner, name: name, body: body, position: positions[owner].fetch(name) }
        end
      end
      private_class_method :rows
    end
  end
end
