# frozen_string_literal: true

module VastLattice
  module Generating
    # What an Order comes to for a plan: Items, in the order of variants. Each is written by itself.
    class Batch
      attr_reader :plan, :order

      # +workshop+ is that of the house. Raises Plan::Broken, and Error where there is nothing to make, too much, or two files of one name.
      def initialize(plan, order, workshop: nil)
        plan.ensure_runnable
        @plan = plan
        @order = order
        @workshop = workshop
        @all = Variants::All.new(plan)
        @fingerprint = Fingerprint.new(plan, workshop)
      end

      def items
        @items ||= begin
          naming = Naming.new(order.pattern, plan)
          found = variants.flat_map { |number, variant| formats.map { |format, options| item(number, variant, format, options, naming) } }
          ensure_some(found)
          ensure_apart(found)
          found
        end
      end

      # What an Item is made from, as a digest: where it is equal, so is the file.
      def key(item) = @fingerprint.of(item)

      # The bytes of an Item. Raises Error where it cannot be made.
      def write(item)
        pick = Plan::Pick.new(rows: item.rows)
        Results.write(item.result, Results::Subject.new(plan: plan, pick: pick, workshop: @workshop), item.options)
      end

      private

      def formats = @formats ||= order.results.map { |name, options| [Results::FORMATS.fetch(name), options] }

      # [number, Variant] of those that are wanted.
      def variants
        all = Variants::All.new(plan, within: Variants::Choice.read(plan.family, order.within))
        refuse(all.size * formats.size) if all.size * formats.size > MOST
        found = all.map { |variant| [number(variant), variant] }
        order.which == 'valid' ? found.reject { |_, variant| variant.result.errors? } : found
      end

      def number(variant)
        @all.number_of(plan.family.tables.map { |table| table.rows.index { |row| row.name == variant.rows[table.name] } })
      end

      def refuse(count)
        raise Error.new(Wording[:count_files_are_too_many, count: count, most: MOST], remedy: Wording[:choose_fewer_variants_or_results])
      end

      def item(number, variant, format, options, naming)
        Item.new(number: number, rows: variant.rows, result: format.name, options: options, name: naming.of(variant, format, options))
      end

      def ensure_some(items)
        raise Error.new(Wording[:none_of_the_variants_is_valid], remedy: Wording[:mend_them_first]) if items.empty?
      end

      # In no case two of one name, also where capitals are small letters.
      def ensure_apart(items)
        name, times = items.map { |item| item.name.downcase }.tally.max_by(&:last)
        return if times == 1

        raise Error.new(Wording[:times_files_would_be_called_name, times: times, name: name],
                        remedy: Wording[:add_variant_and_result_to_the_pattern])
      end
    end
  end
end
