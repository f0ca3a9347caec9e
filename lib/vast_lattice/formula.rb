# frozen_string_literal: true

module VastLattice
  # The expression language: text -> tokens -> tree -> typed tree -> Ruby source.
  #
  # It follows FEEL of OMG DMN 1.5 where FEEL has the thing, and adds units. Nothing of a user's text
  # is ever put into the Ruby source as it stands: names become numbered variables, texts are quoted
  # by Ruby, numbers are printed from Floats.
  module Formula
    # Longest formula text, in characters.
    LONGEST = 2000
    # Deepest nesting of brackets, conditionals and operators.
    DEEPEST = 60
    # What whole plans compiled to, by source.
    COMPILED = Memo.new(96)
    private_constant :COMPILED

    BOOLEAN = Type.new(kind: :boolean)
    TEXT = Type.text
    NUMBER = Type.number

    # A number without a unit, as typed: 90, -2.5, .5, 1/2, 3 1/2.
    PLAIN_NUMBER = %r{\A\s*(?<sign>[+-]?)\s*(?<number>\d+(?:\.\d+)?|\.\d+|(?:\d+\s+)?\d+/[1-9]\d*)\s*\z}

    # Reads and checks +text+ within +scope+. Returns a Typed tree; raises Formula::Error.
    def self.type(text, scope, expected: nil)
      Checker.new(scope).check(Parser.parse(text), expected: expected)
    end

    # Turns source from the Emitter into what it says, usually a lambda. The only place where source is
    # evaluated.
    def self.compile(source, label = 'formula') = Runtime.module_eval(source, label, 1)

    # The same, remembered by its source: plans of families that differ in plain values only share it.
    def self.compiled(source, label) = COMPILED.fetch([source, label]) { compile(source, label) }

    # The value of a typed tree that uses no names but lists.
    def self.value(typed, lists = []) = typed.literal? ? typed.data : Evaluator.new(lists).settled(typed)
  end
end
