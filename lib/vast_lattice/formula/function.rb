# frozen_string_literal: true

module VastLattice
  module Formula
    # A function of the language.
    #
    # +takes+:: accepted numbers of arguments (a Range)
    # +rule+::  lambda from the argument types to the result type; it returns a String that says what
    #           was expected when they do not fit
    # +call+::  name of the method of Runtime that computes it
    # +spread+:: whether a single list may stand for the arguments
    # +about+ and +example+ (a formula and its value) make the documentation
    class Function < Value.with(:name, :takes, :rule, :call, :about, :example, spread: false)
    end
  end
end
