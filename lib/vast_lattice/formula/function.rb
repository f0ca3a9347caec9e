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
    # +exact+:: whether it compares what it is given, which is then rounded first
    # +polymorphic+:: whether it gives a value of any type, and so is told which undefined one it has
    # +about+ and +example+ (a formula and its value) make the documentation
    class Function < Value.with(:name, :takes, :rule, :call, :about, :example, spread: false, exact: false, polymorphic: false)
    end
  end
end
