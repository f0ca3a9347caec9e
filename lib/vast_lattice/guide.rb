# frozen_string_literal: true

module VastLattice
  # Filling in forms: from answers to a valid product. A Filling takes answers and gives the result; FormState says what each
  # field shows of it; Choices which choices are possible now; Proposals which changes make a product valid.
  module Guide
    # An answer that a form does not take.
    class Refused < Error; end
  end
end
