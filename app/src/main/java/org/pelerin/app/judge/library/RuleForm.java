package org.pelerin.app.judge.library;

import java.time.DateTimeException;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.text.Length;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.app.platform.web.Form;
import org.pelerin.core.judge.Basis;
import org.pelerin.core.judge.Bound;
import org.pelerin.core.judge.GapRule;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.judge.Rule;
import org.pelerin.core.judge.Severity;
import org.pelerin.core.plan.LastingText;
import org.pelerin.core.unit.Unit;

/** One rule as it is typed; which of its fields count follows from its kind. */
public class RuleForm implements Form {

    /** What of a channel is looked at. */
    public enum Kind {
        VALUE("judge.library.ruleForm.theValueItself"),
        MOVING("judge.library.ruleForm.movingMeanOfSamples"),
        MEAN("judge.library.ruleForm.meanPerWindow"),
        TOTAL("judge.library.ruleForm.totalPerWindow"),
        RATE("judge.library.ruleForm.rateOfChange"),
        DOSE("judge.library.ruleForm.noiseDosePerShift"),
        GAP("judge.library.ruleForm.missingData");

        private final String words;

        Kind(String words) {
            this.words = words;
        }

        public String words() {
            return Texts.of(words);
        }
    }

    private static final double ALL = 100;

    public String id = "";
    public Kind kind = Kind.VALUE;
    public String channel = "";
    public String unit = "";
    public String samples = "";
    public String window = "";
    public boolean clock;
    public String zone = "";
    public String per = "";
    public String coverage = "";
    public String criterion = "";
    public String exchange = "";
    public String threshold = "";
    public String from = "";
    public String to = "";
    public List<DayOfWeek> days = new ArrayList<>();
    public String low = "";
    public String high = "";
    public String nominal = "";
    public String minus = "";
    public String plus = "";
    public String lasting = "";
    public String clearance = "";
    public String bridge = "";
    public String longest = "";
    public Severity severity = Severity.MAJOR;
    public boolean latched;

    static RuleForm of(Rule r) {
        RuleForm f = new RuleForm();
        f.id = r.id();
        f.channel = r.channel();
        f.unit = r.unit() == null ? "" : r.unit().symbol();
        f.severity = r.severity();
        f.latched = r.latched();
        f.lasting = LastingText.format(r.lasting());
        f.clearance = r.clearance() == 0 ? "" : FieldReader.plain(r.clearance());
        f.bridge = r.bridge().equals(Rule.DEFAULT_BRIDGE)
                ? ""
                : r.bridge().isZero() ? "0 s" : FieldReader.plain(r.bridge());
        f.basis(r.basis());
        f.bound(r.bound());
        return f;
    }

    static RuleForm of(GapRule r) {
        RuleForm f = new RuleForm();
        f.kind = Kind.GAP;
        f.id = r.id();
        f.channel = r.channel() == null ? "" : r.channel();
        f.longest = r.longest() == null ? "" : FieldReader.plain(r.longest());
        f.coverage = r.coverage() == null ? "" : FieldReader.plain(r.coverage());
        f.severity = r.severity();
        return f;
    }

    private void bound(Bound b) {
        if (b instanceof Bound.Nominal n) {
            nominal = FieldReader.plain(n.nominal());
            plus = n.plus() == null ? "" : FieldReader.plain(n.plus());
            minus = n.minus() == null ? "" : FieldReader.plain(n.minus());
        } else {
            low = Double.isInfinite(b.low()) ? "" : FieldReader.plain(b.low());
            high = Double.isInfinite(b.high()) ? "" : FieldReader.plain(b.high());
        }
    }

    private void basis(Basis b) {
        if (b instanceof Basis.MovingMean m) {
            kind = Kind.MOVING;
            samples = String.valueOf(m.samples());
        } else if (b instanceof Basis.BlockMean m) {
            kind = Kind.MEAN;
            blocks(m.blocks(), Basis.MEAN_COVERAGE);
        } else if (b instanceof Basis.Total t) {
            kind = Kind.TOTAL;
            blocks(t.blocks(), Basis.TOTAL_COVERAGE);
            per = FieldReader.plain(t.per());
        } else if (b instanceof Basis.Rate r) {
            kind = Kind.RATE;
            per = FieldReader.plain(r.per());
        } else if (b instanceof Basis.Dose d) {
            kind = Kind.DOSE;
            criterion = FieldReader.plain(d.criterion());
            exchange = FieldReader.plain(d.exchange());
            threshold = Double.isInfinite(d.threshold()) ? "" : FieldReader.plain(d.threshold());
            from = d.from().toString();
            to = d.to().toString();
            days = new ArrayList<>(new TreeSet<>(d.days()));
            zone = d.zone() == null ? "" : d.zone().getId();
            coverage = d.coverage() == Basis.MEAN_COVERAGE ? "" : FieldReader.plain(d.coverage());
        }
    }

    private void blocks(Basis.Blocks b, double usual) {
        window = FieldReader.plain(b.window());
        clock = b.anchor() == Basis.Anchor.CLOCK;
        zone = b.zone() == null ? "" : b.zone().getId();
        coverage = b.coverage() == usual ? "" : FieldReader.plain(b.coverage());
    }

    /** What was sent without a value is as it is at first. */
    void fill() {
        kind = kind == null ? Kind.VALUE : kind;
        severity = severity == null ? Severity.MAJOR : severity;
        days = days == null ? new ArrayList<>() : days;
        days.removeIf(Objects::isNull);
    }

    private ZoneId zone(String at, FieldReader read) {
        try {
            return zone.isBlank() ? null : ZoneId.of(zone.strip());
        } catch (DateTimeException e) {
            read.wrong(at + ".zone", Texts.of("judge.library.ruleForm.writeATimeZoneLike"));
            return null;
        }
    }

    /** Whether nothing was typed: such a row is none. */
    boolean blank() {
        return List.of(id, channel, low, high, nominal, longest, kind == Kind.GAP ? coverage : "").stream()
                .allMatch(String::isBlank);
    }

    boolean gap() {
        return kind == Kind.GAP;
    }

    /** @param at name of its fields, as {@code rules[2]} */
    GapRule gapRule(String at, String as, FieldReader read) {
        Duration most = longest.isBlank() ? null : read.duration(at + ".longest", longest);
        Double covered = percent(at, read);
        if (most == null && covered == null && !read.errors().containsKey(at + ".coverage")) {
            read.wrong(at + ".longest", Texts.of("judge.library.ruleForm.enterHowLongAGap"));
            return null;
        }
        String of = read.text(at + ".channel", channel, Length.CHANNEL_LABEL);
        return most == null && covered == null
                ? null
                : new GapRule(as, of.isEmpty() ? null : of, most, covered, severity);
    }

    /** Null where something is wrong, which is noted then. */
    Rule rule(String at, String as, FieldReader read) {
        String of = read.text(at + ".channel", channel, Length.CHANNEL_LABEL);
        if (of.isEmpty()) {
            read.wrong(at + ".channel", Texts.of("judge.library.ruleForm.nameAChannelOrWrite"));
        }
        if (of.equals("*") && unit.isBlank()) {
            read.wrong(at + ".unit", Texts.of("judge.library.ruleForm.enterTheUnitOfThe"));
        }
        String symbol = read.text(at + ".unit", unit, Length.CHANNEL_UNIT);
        int before = read.errors().size();
        Basis basis = basis(at, read);
        Bound bound = bound(at, read);
        Lasting until = lasting(at, read);
        Double back = read.number(at + ".clearance", clearance);
        if (back != null && back < 0) {
            read.wrong(at + ".clearance", Texts.of("judge.library.ruleForm.hysteresisCannotBeNegative"));
        }
        Duration through = bridge.isBlank() ? Rule.DEFAULT_BRIDGE : bridge(at, read);
        if (read.errors().size() > before || basis == null || bound == null || of.isEmpty()) {
            return null;
        }
        return new Rule(
                as,
                of,
                basis,
                bound,
                until,
                back == null ? 0 : back,
                through,
                severity,
                symbol.isEmpty() ? null : Unit.of(symbol),
                latched);
    }

    private Duration bridge(String at, FieldReader read) {
        return bridge.strip().matches("0\\s*\\w*") ? Duration.ZERO : read.duration(at + ".bridge", bridge);
    }

    private Lasting lasting(String at, FieldReader read) {
        try {
            return LastingText.parse(lasting);
        } catch (IllegalArgumentException e) {
            read.wrong(at + ".lasting", e.getMessage());
            return Lasting.ANY;
        }
    }

    private Bound bound(String at, FieldReader read) {
        if (!nominal.isBlank() || !plus.isBlank() || !minus.isBlank()) {
            if (!low.isBlank() || !high.isBlank()) {
                read.wrong(at + ".nominal", Texts.of("judge.library.ruleForm.enterLimitsOrANominal"));
                return null;
            }
            double around = read.needed(at + ".nominal", nominal, 1);
            Double up = read.number(at + ".plus", plus);
            Double down = read.number(at + ".minus", minus);
            return checked(at + ".nominal", read, () -> new Bound.Nominal(around, up, down));
        }
        Double least = read.number(at + ".low", low);
        Double most = read.number(at + ".high", high);
        if (least == null && most == null) {
            read.wrong(at + ".high", Texts.of("judge.library.ruleForm.enterALimit"));
            return null;
        }
        if (least != null && most != null && least > most) {
            read.wrong(at + ".high", Texts.of("judge.library.ruleForm.theUpperLimitIsBelow"));
            return null;
        }
        return least == null
                ? new Bound.Above(most)
                : most == null ? new Bound.Below(least) : new Bound.Outside(least, most);
    }

    private Basis basis(String at, FieldReader read) {
        return switch (kind) {
            case VALUE, GAP -> Basis.VALUE;
            case MOVING -> {
                Integer n = read.whole(at + ".samples", samples, 1, 100_000);
                if (n == null) {
                    read.wrong(at + ".samples", Texts.of("judge.library.ruleForm.enterANumberOfSamples"));
                }
                yield n == null ? null : new Basis.MovingMean(n);
            }
            case RATE -> {
                Duration time = read.duration(at + ".per", per);
                yield checked(at + ".per", read, () -> new Basis.Rate(time));
            }
            case MEAN -> {
                Basis.Blocks blocks = blocks(at, read, Basis.MEAN_COVERAGE);
                yield blocks == null ? null : new Basis.BlockMean(blocks);
            }
            case TOTAL -> {
                Duration time = read.duration(at + ".per", per);
                Basis.Blocks blocks = blocks(at, read, Basis.TOTAL_COVERAGE);
                yield blocks == null ? null : checked(at + ".per", read, () -> new Basis.Total(blocks, time));
            }
            case DOSE -> dose(at, read);
        };
    }

    private Basis.Blocks blocks(String at, FieldReader read, double usual) {
        Duration each = read.duration(at + ".window", window);
        Double covered = percent(at, read);
        ZoneId of = zone(at, read);
        return checked(
                at + ".window",
                read,
                () -> new Basis.Blocks(
                        each, clock ? Basis.Anchor.CLOCK : Basis.Anchor.START, of, covered == null ? usual : covered));
    }

    private Basis dose(String at, FieldReader read) {
        double allowed = read.needed(at + ".criterion", criterion, 85);
        double doubled = read.needed(at + ".exchange", exchange, 3);
        Double least = read.number(at + ".threshold", threshold);
        LocalTime begins = read.clock(at + ".from", from);
        LocalTime ends = read.clock(at + ".to", to);
        Set<DayOfWeek> on = days.isEmpty() ? EnumSet.allOf(DayOfWeek.class) : EnumSet.copyOf(days);
        Double covered = percent(at, read);
        ZoneId of = zone(at, read);
        return begins == null || ends == null
                ? null
                : checked(
                        at + ".from",
                        read,
                        () -> new Basis.Dose(
                                allowed,
                                doubled,
                                least == null ? Double.NEGATIVE_INFINITY : least,
                                begins,
                                ends,
                                on,
                                of,
                                covered == null ? Basis.MEAN_COVERAGE : covered));
    }

    private Double percent(String at, FieldReader read) {
        Double v = read.number(at + ".coverage", coverage);
        if (v != null && (v < 0 || v > ALL)) {
            read.wrong(at + ".coverage", Texts.of("judge.library.ruleForm.from0To100"));
            return null;
        }
        return v;
    }

    /** What a value itself refuses is said at its field. */
    private static <T> T checked(String field, FieldReader read, java.util.function.Supplier<T> value) {
        try {
            return value.get();
        } catch (IllegalArgumentException e) {
            read.wrong(field, e.getMessage());
            return null;
        }
    }

    /** A short name for a rule that was given none. */
    String named(Set<String> taken) {
        String wanted = id.strip();
        if (wanted.isEmpty()) {
            String of = channel.isBlank() || channel.equals("*") ? unit.strip() : channel.strip();
            wanted = switch (kind) {
                case GAP -> Texts.of("judge.library.ruleForm.gaps");
                case MEAN, MOVING -> (Texts.of("judge.library.ruleForm.ofMean", "of", of)).strip();
                case TOTAL -> (Texts.of("judge.library.ruleForm.ofTotal", "of", of)).strip();
                case RATE -> (Texts.of("judge.library.ruleForm.ofRate", "of", of)).strip();
                case DOSE -> (Texts.of("judge.library.ruleForm.ofDose", "of", of)).strip();
                case VALUE ->
                    (of
                                    + (low.isBlank() && nominal.isBlank()
                                            ? Texts.of("judge.library.ruleForm.high")
                                            : high.isBlank() && nominal.isBlank()
                                                    ? Texts.of("judge.library.ruleForm.low")
                                                    : ""))
                            .strip();
            };
            String free = wanted;
            for (int n = 2; taken.contains(free); n++) {
                free = wanted + " " + n;
            }
            return free;
        }
        return wanted;
    }
}
