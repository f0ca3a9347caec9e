# frozen_string_literal: true

require 'prawn'

module VastLattice
  # A font whose file is read once in each thread: reading its tables takes longer than most drawings. Readers of one file move about in
  # it, so that threads cannot share one.
  class KeptFont < Prawn::Fonts::TTF
    KEPT = :vast_lattice_fonts
    private_constant :KEPT

    private

    def read_ttf_file
      kept = Thread.current.thread_variable_get(KEPT) || {}.tap { |files| Thread.current.thread_variable_set(KEPT, files) }
      kept[@name] ||= super
    end
  end
end
