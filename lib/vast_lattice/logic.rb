# frozen_string_literal: true

require 'z3'

module VastLattice
  # A plan in the language of the solver Z3: numbers are reals, texts whole numbers that stand for them. What the solver does not
  # know is left free, so that it never misses a product; whatever it finds is tried on the plan before it is shown.
  module Logic
    INT = Z3::IntSort.new
    REAL = Z3::RealSort.new
    BOOL = Z3::BoolSort.new

    module_function

    def real(number) = REAL.from_const(number.is_a?(Rational) ? number : Rational(number.to_s))
    def truth(value) = value ? BOOL.True : BOOL.False

    def all(terms)
      if terms.empty?
        BOOL.True
      else
        (terms.one? ? terms.first : Z3.And(*terms))
      end
    end

    def any(terms)
      if terms.empty?
        BOOL.False
      else
        (terms.one? ? terms.first : Z3.Or(*terms))
      end
    end

    def negate(term) = ~term
    def choose(condition, one, other) = Z3.IfThenElse(condition, one, other)

    # The whole number below a real, and whether a real is whole.
    def floor(real) = REAL.from_value(INT.new(Z3::LowLevel.mk_real2int(real)))
    def whole(real) = BOOL.new(Z3::LowLevel.mk_is_int(real))
  end
end
