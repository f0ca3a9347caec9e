# frozen_string_literal: true

module VastLattice
  module Storage
    # Reads and writes the elements of documents: one record each, with its kind, its owner, its name and its place among its
    # siblings.
    module ElementRecords
      # A record of an element.
      class Element < ActiveRecord::Base
        self.table_name = 'elements'
        attribute :body, PlainJSON.new
      end

      # What a document is made of, put together by its kind (as FamilyDocument).
      def self.read(record, kind)
        bodies = { kind.header => record.body.merge('name' => record.name) }
        orders = kind.lists.to_h { |list| [[list, ''], []] }
        stored = Element.where(document_id: record.id).order(:position).pluck(:kind, :owner, :name, :body)
        stored.each do |element, owner, name, body|
          bodies[[element, owner, name]] = body
          (orders[[element, owner]] ||= []) << name
          child = kind.child(element)
          orders[[child, name]] ||= [] if child
        end
        kind.assembled(bodies, orders)
      end

      # Writes what a patch changed; +content+ is the document after it.
      def self.write(record, kind, patch, content)
        header = patch.bodies.find { |key, _, _| key == kind.header }
        record.assign_attributes(name: header.last['name'], body: header.last.except('name')) if header&.last
        mine = patch.bodies.reject { |key, _, _| key == kind.header }
        remove(record.id, mine.select { |_, _, after| after.nil? }.map(&:first))
        touched = mine.select(&:last).map(&:first) | moved(patch)
        rows(record.id, kind, touched, patch, content).each_slice(1000) { |slice| Element.upsert_all(slice) }
      end

      def self.remove(document, keys)
        keys.group_by { |element, owner, _| [element, owner] }.each do |(element, owner), gone|
          Element.where(document_id: document, kind: element, owner: owner, name: gone.map(&:last)).delete_all
        end
      end
      private_class_method :remove

      # Keys of elements whose position changed.
      def self.moved(patch)
        patch.orders.flat_map do |(element, owner), before, after|
          after.to_a.each_with_index.reject { |name, index| before.to_a[index] == name }.map { |name, _| [element, owner, name] }
        end
      end
      private_class_method :moved

      # Only a new order asks for elements that the patch does not hold.
      def self.rows(document, kind, keys, patch, content)
        bodies = patch.bodies.to_h { |key, _, after| [key, after] }
        whole = patch.orders.any? ? kind.taken_apart(content).bodies : {}
        positions = Hash.new do |found, (element, owner)|
          found[[element, owner]] = kind.names(content, element, owner).each_with_index.to_h
        end
        keys.filter_map do |key|
          element, owner, name = key
          body = bodies.fetch(key) { whole[key] } or next
          { document_id: document, kind: element, owner: owner, name: name, body: body, position: positions[[element, owner]].fetch(name) }
        end
      end
      private_class_method :rows
    end
  end
end
