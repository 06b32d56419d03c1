package org.pelerin.core.exchange;

import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.pelerin.core.derive.Derivation;
import org.pelerin.core.derive.Derived;
import org.pelerin.core.derive.WaterLevel;
import org.pelerin.core.judge.Basis;
import org.pelerin.core.stats.MeanKineticTemperature;
import org.pelerin.core.unit.Unit;

/** Derived series as JSON, {@code docs/formats/derived.schema.json}. Read strictly, like limits. */
public final class DerivedDocument {

    private static final Set<String> KINDS = Set.of(
            "movingMean",
            "blockMean",
            "blockMin",
            "blockMax",
            "total",
            "rate",
            "difference",
            "formula",
            "dewPoint",
            "level",
            "rollingMkt",
            "dose",
            "unbalance");

    private DerivedDocument() {}

    /** @throws DocumentException if it is not what it should be; says where and why in one line */
    public static List<Derived> read(String text) {
        Located document = Located.read(text);
        List<Derived> out = new ArrayList<>();
        for (Located entry : LimitsDocument.needed(document, document.fields(Set.of("derived")), "derived")
                .list()) {
            Set<String> known = new HashSet<>(KINDS);
            known.add("name");
            known.add("unit");
            Map<String, Located> fields = entry.fields(known);
            List<String> kinds =
                    fields.keySet().stream().filter(KINDS::contains).toList();
            if (kinds.size() != 1) {
                throw entry.wrong("a derived series is one of "
                        + String.join(", ", KINDS.stream().sorted().toList()));
            }
            Unit unit = fields.containsKey("unit") ? Unit.of(fields.get("unit").text()) : null;
            out.add(new Derived(
                    LimitsDocument.needed(entry, fields, "name").text(),
                    unit,
                    how(kinds.get(0), fields.get(kinds.get(0)))));
        }
        return out;
    }

    private static Derivation how(String kind, Located at) {
        return switch (kind) {
            case "movingMean" -> {
                Map<String, Located> f = at.fields(Set.of("channel", "samples"));
                yield new Derivation.OfTrailing(
                        channel(at, f), LimitsDocument.needed(at, f, "samples").count());
            }
            case "blockMean" -> window(at, Derivation.Of.MEAN);
            case "blockMin" -> window(at, Derivation.Of.LEAST);
            case "blockMax" -> window(at, Derivation.Of.GREATEST);
            case "total" -> total(at);
            case "rate" -> {
                Map<String, Located> f = at.fields(Set.of("channel", "per"));
                yield new Derivation.Change(
                        channel(at, f), LimitsDocument.duration(LimitsDocument.needed(at, f, "per"), false));
            }
            case "difference" -> {
                Map<String, Located> f = at.fields(Set.of("channel", "minus"));
                yield new Derivation.Difference(
                        channel(at, f), LimitsDocument.needed(at, f, "minus").text());
            }
            case "formula" -> {
                Map<String, Located> f = at.fields(Set.of("text", "channels"));
                yield new Derivation.Formula(
                        LimitsDocument.needed(at, f, "text").text(), channels(at, f));
            }
            case "dewPoint" -> {
                Map<String, Located> f = at.fields(Set.of("temperature", "humidity"));
                yield new Derivation.DewPoint(
                        LimitsDocument.needed(at, f, "temperature").text(),
                        LimitsDocument.needed(at, f, "humidity").text());
            }
            case "level" -> level(at);
            case "rollingMkt" -> {
                Map<String, Located> f = at.fields(Set.of("channel", "window", "enthalpy"));
                double enthalpy = f.containsKey("enthalpy")
                        ? f.get("enthalpy").number()
                        : MeanKineticTemperature.DEFAULT_ENTHALPY;
                if (!(enthalpy > 0)) {
                    throw f.get("enthalpy").wrong("an activation enthalpy is above 0 kJ/mol");
                }
                yield new Derivation.RollingMkt(
                        channel(at, f),
                        LimitsDocument.duration(LimitsDocument.needed(at, f, "window"), false),
                        enthalpy);
            }
            case "dose" -> dose(at);
            default -> {
                Map<String, Located> f = at.fields(Set.of("channels"));
                yield new Derivation.Unbalance(channels(at, f));
            }
        };
    }

    private static String channel(Located at, Map<String, Located> fields) {
        return LimitsDocument.needed(at, fields, "channel").text();
    }

    private static List<String> channels(Located at, Map<String, Located> fields) {
        Located list = LimitsDocument.needed(at, fields, "channels");
        List<String> out = list.list().stream().map(Located::text).toList();
        if (out.isEmpty()) {
            throw list.wrong("at least one channel is wanted here");
        }
        return out;
    }

    private static Derivation window(Located at, Derivation.Of of) {
        Map<String, Located> f = at.fields(Set.of("channel", "window", "anchor", "zone", "coverage"));
        Basis.Blocks blocks = LimitsDocument.blocks(at, f, "window", Basis.MEAN_COVERAGE);
        return new Derivation.OfWindow(channel(at, f), of, blocks.window(), zone(at, blocks), blocks.coverage());
    }

    private static Derivation total(Located at) {
        Map<String, Located> f = at.fields(Set.of("channel", "per", "window", "anchor", "zone", "coverage"));
        String channel = channel(at, f);
        var per = LimitsDocument.duration(LimitsDocument.needed(at, f, "per"), false);
        if (!f.containsKey("window")) {
            at.fields(Set.of("channel", "per"));
            return new Derivation.Total(channel, per, null, null, 0);
        }
        Basis.Blocks blocks = LimitsDocument.blocks(at, f, "window", Basis.TOTAL_COVERAGE);
        return new Derivation.Total(channel, per, blocks.window(), zone(at, blocks), blocks.coverage());
    }

    private static ZoneId zone(Located at, Basis.Blocks blocks) {
        if (blocks.anchor() == Basis.Anchor.START) {
            return null;
        }
        if (blocks.zone() == null) {
            throw at.wrong("windows on the clock need a zone");
        }
        return blocks.zone();
    }

    private static Derivation level(Located at) {
        Map<String, Located> f = at.fields(
                Set.of("pressure", "barometer", "density", "temperature", "gravity", "uncovered", "reference"));
        if (f.containsKey("density") == f.containsKey("temperature")) {
            throw at.wrong("a level has a density, or the temperature that it follows from");
        }
        Double density =
                f.containsKey("density") ? Double.valueOf(f.get("density").number()) : null;
        double gravity = f.containsKey("gravity") ? f.get("gravity").number() : WaterLevel.GRAVITY;
        if (density != null && !(density > 0) || !(gravity > 0)) {
            throw at.wrong("density and gravity are above 0");
        }
        Located uncovered = LimitsDocument.needed(at, f, "uncovered");
        Derivation.Uncovered what = switch (uncovered.text()) {
            case "empty" -> Derivation.Uncovered.EMPTY;
            case "hold" -> Derivation.Uncovered.HOLD;
            default -> throw uncovered.wrong("where the barometer does not cover, it is empty or hold");
        };
        return new Derivation.Level(
                LimitsDocument.needed(at, f, "pressure").text(),
                LimitsDocument.needed(at, f, "barometer").text(),
                density,
                f.containsKey("temperature") ? f.get("temperature").text() : null,
                gravity,
                what,
                f.containsKey("reference") ? reference(f.get("reference")) : null);
    }

    private static Derivation.Reference reference(Located at) {
        Map<String, Located> f = at.fields(Set.of("at", "depth", "elevation"));
        if (f.containsKey("depth") == f.containsKey("elevation")) {
            throw at.wrong("a reference is a depth or an elevation");
        }
        Located when = LimitsDocument.needed(at, f, "at");
        Instant instant;
        try {
            instant = OffsetDateTime.parse(when.text()).toInstant();
        } catch (java.time.DateTimeException e) {
            throw when.wrong("“" + when.text() + "” is no ISO 8601 instant with an offset");
        }
        boolean depth = f.containsKey("depth");
        return new Derivation.Reference(
                instant, f.get(depth ? "depth" : "elevation").number(), depth);
    }

    private static Derivation dose(Located at) {
        Map<String, Located> f =
                at.fields(Set.of("channel", "criterion", "exchange", "threshold", "from", "to", "days", "zone"));
        Basis.Dose dose = LimitsDocument.dose(at, f, f);
        if (dose.zone() == null) {
            throw at.wrong("a shift needs a zone");
        }
        return new Derivation.ShiftDose(
                channel(at, f),
                dose.criterion(),
                dose.exchange(),
                dose.threshold(),
                dose.from(),
                dose.to(),
                dose.days(),
                dose.zone());
    }
}
