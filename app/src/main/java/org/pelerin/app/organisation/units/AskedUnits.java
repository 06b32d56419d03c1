package org.pelerin.app.organisation.units;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.pelerin.core.unit.ShownUnits;
import org.pelerin.core.unit.Unit;

/**
 * What an address asks for in place of a person's own units: symbols with commas between, {@code c} and {@code f} for °C and °F, {@code r} for
 * everything else as it was recorded. Anything else in it is passed over.
 *
 * @param recorded whether one's own units do not count
 * @param units one of a quantity, at most
 */
public record AskedUnits(boolean recorded, List<Unit> units) {

    private static final String RECORDED = "r";

    public static AskedUnits of(String text) {
        List<String> words = Arrays.asList(text == null ? new String[0] : text.split(","));
        AskedUnits out = new AskedUnits(words.contains(RECORDED), List.of());
        for (String word : words) {
            Optional<Unit> unit = unit(word);
            out = unit.isPresent() ? out.with(unit.get()) : out;
        }
        return out;
    }

    private static Optional<Unit> unit(String word) {
        return switch (word) {
            case "c" -> Optional.of(Unit.CELSIUS);
            case "f" -> Optional.of(Unit.FAHRENHEIT);
            default ->
                Optional.of(Unit.of(word)).filter(u -> ShownUnits.choices(u).contains(u));
        };
    }

    /** The same with this unit in place of another of its quantity. */
    public AskedUnits with(Unit unit) {
        List<Unit> all = new ArrayList<>(units);
        all.removeIf(u -> u.to(unit).isPresent());
        all.add(unit);
        return new AskedUnits(recorded, List.copyOf(all));
    }

    ShownUnits over(ShownUnits own) {
        ShownUnits out = recorded ? ShownUnits.RECORDED : own;
        for (Unit u : units) {
            out = out.with(u);
        }
        return out;
    }

    /** As an address has it; empty where it asks for nothing. */
    public String text() {
        String symbols = units.stream()
                .map(u -> u.equals(Unit.CELSIUS) ? "c" : u.equals(Unit.FAHRENHEIT) ? "f" : u.symbol())
                .collect(Collectors.joining(","));
        return recorded ? symbols.isEmpty() ? RECORDED : RECORDED + "," + symbols : symbols;
    }
}
