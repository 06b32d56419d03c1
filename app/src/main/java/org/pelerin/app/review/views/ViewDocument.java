package org.pelerin.app.review.views;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.pelerin.core.text.CleanText;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.json.JsonMapper;

/**
 * How a record is drawn. Read strictly, so that what one person keeps can break no page of another.
 *
 * @param limits whether they are drawn, as {@code excursions}, {@code notes} and {@code events} (what the logger noted)
 * @param time “site”, “utc” or “elapsed”
 * @param panels “unit” or “line”
 * @param scales least and greatest by unit, of those that are fixed
 * @param lines what is said of lines, by their labels
 */
@JsonInclude(JsonInclude.Include.NON_NULL)
public record ViewDocument(
        boolean limits,
        boolean excursions,
        boolean notes,
        boolean events,
        String time,
        String panels,
        Map<String, List<Double>> scales,
        List<Line> lines) {

    private static final int LONGEST = 60_000;
    private static final int MOST_LINES = 200;
    private static final int COLOURS = 8;
    private static final JsonMapper JSON = JsonMapper.builder()
            .enable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
            .enable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
            .build();

    /** @param colour from 1; null for what follows from its place, as {@code place}; {@code chart} and {@code table}: null for shown */
    @JsonInclude(JsonInclude.Include.NON_NULL)
    public record Line(String label, String name, Integer colour, Integer place, Boolean table, Boolean chart) {

        private boolean sound() {
            return label != null
                    && label.length() <= 200
                    && (name == null
                            || name.length() <= 60 && CleanText.line(name).equals(name))
                    && (colour == null || colour >= 1 && colour <= COLOURS)
                    && (place == null || place >= 0 && place < MOST_LINES);
        }
    }

    /** Empty where it is no such document. */
    public static Optional<ViewDocument> read(String json) {
        if (json.length() > LONGEST) {
            return Optional.empty();
        }
        try {
            return Optional.ofNullable(JSON.readValue(json, ViewDocument.class)).filter(ViewDocument::sound);
        } catch (JacksonException e) {
            return Optional.empty();
        }
    }

    private boolean sound() {
        return List.of("site", "utc", "elapsed").contains(time)
                && List.of("unit", "line").contains(panels)
                && scales != null
                && scales.values().stream().allMatch(ViewDocument::scale)
                && lines != null
                && lines.size() <= MOST_LINES
                && lines.stream().allMatch(l -> l != null && l.sound());
    }

    private static boolean scale(List<Double> s) {
        return s != null
                && s.size() == 2
                && s.stream().allMatch(v -> v != null && Double.isFinite(v))
                && s.get(0) < s.get(1);
    }

    public String json() {
        return JSON.writeValueAsString(this);
    }
}
