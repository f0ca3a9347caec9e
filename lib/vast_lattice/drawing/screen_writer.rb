# frozen_string_literal: true

require 'cgi'

module VastLattice
  module Drawing
    # Writes a View as SVG for a screen: roles become strokes, mm become pixels.
    class ScreenWriter
      HATCHING = %(<pattern id="#{Strokes::HATCH}" width="6" height="6" patternUnits="userSpaceOnUse">) +
                 %(<path d="M0 6 L6 0" stroke="#{Strokes::EDGE}" stroke-width="0.7"/></pattern>)
      private_constant :HATCHING

      def initialize(view)
        @view = view
        @paper = view.paper
        @shading = Shading.new
        # Strokes as text: the same for each mark of a role.
        @strokes = Hash.new { |kept, role| kept[role] = attributes(@view.strokes.fetch(role)) }
      end

      def write
        drawn = all(@view.marks)
        given = { role: @view.interactive ? 'group' : 'img', aria_label: @view.label, **@view.about }
        wide, high = [@view.width, @view.height].map { |length| number(length) }
        %(<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 #{wide} #{high}" width="#{wide}" height="#{high}"#{attributes(given)}>) +
          "#{definitions}#{drawn}</svg>\n"
      end

      private

      def definitions
        inside = "#{HATCHING if @strokes.key?(:hatch)}#{@shading.definitions}"
        inside.empty? ? '' : "<defs>#{inside}</defs>\n"
      end

      def all(marks) = marks.map { |mark| one(mark) }.join("\n")

      def one(mark)
        case mark
        when Canvas::Shape then shape(mark)
        when Canvas::Group then group(mark)
        when Canvas::Words then words(mark)
        when Canvas::Dot then dot(mark)
        else trace(mark)
        end
      end

      def group(mark)
        title = mark.title ? "<title>#{CGI.escapeHTML(mark.title)}</title>\n" : ''
        "<g#{attributes(mark.about)}>\n#{title}#{all(mark.marks)}\n</g>"
      end

      def shape(mark)
        paper = mark.at ? @paper.moved(*mark.at) : @paper
        data = mark.loops.map { |loop| paper.loop_path(loop) } + mark.rings.map { |ring| paper.ring_path(ring) }
        # What falls on one another on the screen is drawn once.
        data.concat(mark.lines.map { |from, till| paper.line_path(from, till) }.uniq)
        path(mark.role, data.join, filling(mark))
      end

      # What has a shade has a line of the same around it, so that no gap is seen between two.
      def filling(mark)
        return '' unless mark.colour

        fill = @shading.fill(mark.colour, mark.tone)
        around = mark.role == :shade && !@shading.round?(mark.tone)
        %( fill="#{fill}"#{%( stroke="#{fill}") if around})
      end

      def trace(mark)
        if mark.points.size == 2
          (x, y), (till_x, till_y) = mark.points
          return %(<line x1="#{number(x)}" y1="#{number(y)}" x2="#{number(till_x)}" y2="#{number(till_y)}"#{@strokes[mark.role]}/>)
        end

        path(mark.role, "M#{mark.points.map { |x, y| "#{number(x)} #{number(y)}" }.join('L')}#{'Z' if mark.closed}")
      end

      def dot(mark)
        x, y = mark.at
        %(<circle cx="#{number(x)}" cy="#{number(y)}" r="#{number(mark.radius)}"#{@strokes[mark.role]}/>)
      end

      def words(mark)
        x, y = mark.at.map { |part| number(part) }
        turned = mark.turned ? %( transform="rotate(-90 #{x} #{y})") : ''
        size = mark.letters ? %( font-size="#{number(mark.letters)}") : ''
        %(<text x="#{x}" y="#{y}" text-anchor="middle"#{turned}#{size}#{@strokes[mark.role]}>#{CGI.escapeHTML(mark.words.to_s)}</text>)
      end

      def path(role, data, filling = '') = %(<path d="#{data}"#{filling}#{@strokes[role]}/>)

      def attributes(given)
        given.map { |name, value| %( #{name.to_s.tr('_', '-')}="#{CGI.escapeHTML(value.is_a?(Float) ? number(value) : value.to_s)}") }.join
      end

      def number(value)
        rounded = value.round(2)
        whole = rounded.to_i
        rounded == whole ? whole.to_s : rounded.to_s
      end
    end
  end
end
