# frozen_string_literal: true

module VastLattice
  # Who does something: an id, a name, roles, and rights in single documents. It goes through the store, the history, tasks and undo;
  # these speak of the person, never of a role.
  class Person < Value.with(:id, :name, roles: [], documents: {})
    # The person may not do that.
    class Denied < Error; end

    # Rights by role. read families and lists; edit families; publish forms; fill forms in; keep what is filled in.
    ROLES = { 'engineer' => %i[read edit publish fill keep], 'specifier' => %i[read fill keep], 'reader' => %i[read],
              'visitor' => %i[fill keep] }.freeze
    RIGHTS = ROLES.values.flatten.uniq.freeze
    WORDS = { edit: 'change a family', publish: 'publish forms', read: 'see families', fill: 'fill forms in',
              keep: 'keep what is filled in' }.freeze

    class << self
      # One of a role alone, as long as there are no others.
      def of_role(role) = new(id: role, name: role.capitalize, roles: [role])

      # Who is known by a name alone.
      def [](who) = who.is_a?(Person) ? who : new(id: who.to_s.downcase.gsub(/[^a-z0-9]+/, '-')[0, 40], name: who.to_s)
    end

    # Whether a right is given: in a document (its address) where that says otherwise, else by any of the roles.
    def may?(right, document = nil)
      (documents[document] || roles.flat_map { |role| ROLES.fetch(role) }).include?(right)
    end

    # Raises Denied without the right.
    def ensure_may(right, document = nil)
      return if may?(right, document)
      raise Denied.new(Wording[:only_the_form_that_you_were_given], remedy: Wording[:use_its_address]) if visitor?

      raise Denied.new(Wording[:called_cannot_words, called: called, words: WORDS.fetch(right)], remedy: remedy)
    end

    # Whoever has come by the address of a form, or the code of a configuration, and knows nothing else.
    def visitor? = roles == %w[visitor]
    def to_s = name

    # Those that are built in: one chooses as whom one works.
    BUILT_IN = %w[engineer specifier reader].to_h { |role| [role, of_role(role)] }.freeze
    VISITOR = of_role('visitor')

    private

    # "A specifier", where the name is that of the role.
    def called
      return name unless BUILT_IN[id]&.name == name

      "#{name.match?(/\A[AEIOU]/) ? 'An' : 'A'} #{name.downcase}"
    end

    def remedy = BUILT_IN.key?(id) ? Wording[:work_as_engineer_to_edit] : Wording[:ask_whoever_looks_after_the_family]
  end
end
