package org.pelerin.app.report.document;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import org.pelerin.app.platform.language.AskedLanguage;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.text.Length;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.app.platform.web.Form;
import org.pelerin.app.platform.web.MailAddress;
import org.pelerin.core.language.CurrentLanguage;

/** What a report is to hold, as it is typed. */
public class ReportForm implements Form {

    /** {@code all}, {@code site-3} or {@code spot-7}. */
    public String place = "all";

    public String from = "";
    public String to = "";
    public List<ReportSection> sections = new ArrayList<>();
    public List<String> channels = new ArrayList<>();
    public String comment = "";
    public String mailTo = "";
    /** Empty for once. */
    public String every = "";
    /** Its tag; what is not known is the language of who orders it. */
    public String language = "";

    ReportSpec spec(ReportKind kind, FieldReader read) {
        Set<ReportSection> chosen = EnumSet.noneOf(ReportSection.class);
        // an empty one among them is nothing
        (sections == null ? List.<ReportSection>of() : sections)
                .stream().filter(Objects::nonNull).forEach(chosen::add);
        chosen.retainAll(ReportSection.of(kind));
        return new ReportSpec(
                        chosen,
                        channels == null
                                ? List.of()
                                : channels.stream().filter(Objects::nonNull).toList(),
                        read.text("comment", comment == null ? "" : comment, Length.REPORT_COMMENT))
                .in(AskedLanguage.known(language).orElse(CurrentLanguage.get()));
    }

    /** Null for all, or where it is of a spot. */
    Long site() {
        return number("site-");
    }

    Long spot() {
        return number("spot-");
    }

    private Long number(String begins) {
        return place != null && place.matches(begins + "\\d{1,18}")
                ? Long.valueOf(place.substring(begins.length()))
                : null;
    }

    /** Empty for nobody. */
    String mail(FieldReader read) {
        String address = mailTo == null ? "" : mailTo.strip();
        if (!address.isEmpty() && !MailAddress.valid(address)) {
            read.wrong("mailTo", Texts.of("report.document.reportForm.thisIsNotAnEmail"));
        }
        return address;
    }

    LocalDate day(String field, String text, FieldReader read) {
        return read.day(field, text, null);
    }
}
