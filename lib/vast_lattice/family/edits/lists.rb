# frozen_string_literal: true

module VastLattice
  class Family
    module Edits
      # Edits of lists and of what the workshop is for this family alone.
      module Lists
        # Keeps a list as it is arranged, under a name; one of that name is replaced. Columns that are not there are found out where the
        # list is made: they depend on the family.
        def self.keep_list(family, name:, kind:, label: '', over: 'variant', rows: {}, columns: [], order: [], group: '', sums: 'yes')
          LISTS.fetch(kind)
          given = { kind: kind, over: one_of(ListDesign::OVER, over), sums: one_of(ListDesign::SUMS, sums),
                    label: label.strip, rows: rows, columns: columns, order: order, group: group }
          family.with(lists: Edits.put(family.lists, ListDesign.new(name: Edits.checked_name(name), **given)))
        end

        # Removes a list.
        def self.remove_list(family, name:) = family.with(lists: Edits.drop(family.lists, name, 'list'))

        # What is otherwise than in the house for this family, as Workshop::Reading takes it; nothing where all is blank.
        def self.set_workshop(family, workshop:)
          Workshop::Reading.new(workshop).workshop
          family.with(workshop: filled(workshop))
        end

        # Without what is blank.
        def self.filled(tree)
          tree.transform_values { |value| value.is_a?(Hash) ? filled(value) : value.strip }.reject { |_, value| value.empty? }
        end

        def self.one_of(words, text)
          return text if words.key?(text)

          raise Error.new(Wording[:there_is_no_kind_name, kind: 'choice', name: text],
                          remedy: Nearest.remedy(text, words.keys, kind: 'choice'))
        end
        private_class_method :one_of, :filled
      end
    end
  end
end
