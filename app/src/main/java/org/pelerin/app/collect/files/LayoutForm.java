package org.pelerin.app.collect.files;

import java.time.DateTimeException;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.text.Length;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.app.platform.web.Form;
import org.pelerin.core.intake.DateOrder;
import org.pelerin.core.intake.Layout;
import org.pelerin.core.intake.Units;

/** A layout as it is typed. */
public class LayoutForm implements Form {

    static final List<String> CHARSETS = List.of("UTF-8", "UTF-16LE", "UTF-16BE", "windows-1252", "ISO-8859-15");

    /** Names of delimiters, since a tab and a blank cannot be seen. */
    enum Delimiter {
        COMMA(','),
        SEMICOLON(';'),
        TAB('\t'),
        BAR('|'),
        BLANK(' ');

        final char sign;

        Delimiter(char sign) {
            this.sign = sign;
        }

        public String words() {
            return switch (this) {
                case COMMA -> Texts.of("collect.files.layoutForm.comma");
                case SEMICOLON -> Texts.of("collect.files.layoutForm.semicolon");
                case TAB -> Texts.of("collect.files.layoutForm.tab");
                case BAR -> Texts.of("collect.files.layoutForm.verticalBar");
                case BLANK -> Texts.of("collect.files.layoutForm.blank");
            };
        }

        static Delimiter of(char sign) {
            for (Delimiter d : values()) {
                if (d.sign == sign) {
                    return d;
                }
            }
            return COMMA;
        }
    }

    public String charset = "UTF-8";
    public Delimiter delimiter = Delimiter.COMMA;
    public int sheet;
    public String skipped = "0";
    public String decimal = ".";
    public DateOrder order = DateOrder.YEAR_FIRST;
    public String zone = "";
    public List<Layout.Role> role = new ArrayList<>();
    public List<String> name = new ArrayList<>();
    public List<String> unit = new ArrayList<>();

    static LayoutForm of(FileSettings s) {
        LayoutForm f = new LayoutForm();
        f.charset = s.charset();
        f.delimiter = Delimiter.of(s.delimiter());
        f.sheet = Math.max(0, s.sheet());
        f.skipped = String.valueOf(s.layout().skipped());
        f.decimal = String.valueOf(s.layout().decimal());
        f.order = s.layout().order();
        f.zone = s.layout().zone().getId();
        s.layout().columns().forEach(c -> {
            f.role.add(c.role());
            f.name.add(c.name());
            f.unit.add(c.unit());
        });
        return f;
    }

    /** Whether it is to be read in another way, so that its columns are others. */
    boolean otherwise(FileSettings s) {
        return !readingSettings(s).partedLike(s);
    }

    /** The way it is read; the layout is still the old one. */
    FileSettings readingSettings(FileSettings s) {
        String code = CHARSETS.contains(charset) ? charset : s.charset();
        return new FileSettings(
                s.text() ? -1 : Math.max(0, sheet),
                code,
                delimiter.sign,
                s.layout(),
                s.merge(),
                s.sort(),
                s.device(),
                s.spotId());
    }

    Layout layout(FileSettings s, FieldReader typed) {
        Integer rows = typed.whole("skipped", skipped, 0, FileRows.HEAD - 1);
        ZoneId where = s.layout().zone();
        try {
            where = ZoneId.of(zone.strip());
        } catch (DateTimeException e) {
            typed.wrong("zone", Texts.of("collect.files.layoutForm.isNotATimeZone", "zone", zone.strip()));
        }
        List<Layout.Column> columns = new ArrayList<>();
        for (int i = 0; i < s.layout().columns().size(); i++) {
            Layout.Column before = s.layout().columns().get(i);
            String called = i < name.size() ? name.get(i).strip() : before.name();
            String symbol = i < unit.size() ? Units.symbol(unit.get(i)) : before.unit();
            if (Length.CHANNEL_LABEL.exceeded(called) || Length.CHANNEL_UNIT.exceeded(symbol)) {
                typed.wrong(
                        "name[" + i + "]",
                        Texts.of(
                                "collect.files.layoutForm.aNameHasAtMost",
                                "most",
                                Length.CHANNEL_LABEL.most(),
                                "most2",
                                Length.CHANNEL_UNIT.most()));
                called = before.name();
                symbol = before.unit();
            }
            Layout.Role what = i < role.size() && role.get(i) != null ? role.get(i) : before.role();
            columns.add(new Layout.Column(what, called, symbol));
        }
        return new Layout(
                rows == null ? s.layout().skipped() : rows, decimal.equals(",") ? ',' : '.', order, where, columns);
    }
}
