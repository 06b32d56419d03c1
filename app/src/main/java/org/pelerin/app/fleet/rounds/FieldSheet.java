package org.pelerin.app.fleet.rounds;

import java.io.IOException;
import java.io.OutputStream;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.pdf.PdfPages;
import org.pelerin.app.platform.pdf.QrCode;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.core.model.ModelCatalogue;
import org.springframework.stereotype.Component;

/** A round on paper, A4: boxes to tick, lines to write on, and codes that open the same on a phone. */
@Component
class FieldSheet {

    /** @param qr the code of the task's page, as SVG */
    record Row(int number, Task task, String model, String qr) {}

    private final PdfPages pages;
    private final Formats show;

    FieldSheet(PdfPages pages, Formats show) {
        this.pages = pages;
        this.show = show;
    }

    /** @param base address of the application, without a slash at its end */
    void write(Round round, List<Task> tasks, String base, Instant now, OutputStream out) throws IOException {
        List<Row> rows = new ArrayList<>();
        for (Task t : tasks) {
            String page = t.serial().isEmpty() ? "/spots/" + t.spotId() : "/dock/" + t.serial();
            rows.add(new Row(rows.size() + 1, t, model(t), QrCode.svg(base + page)));
        }
        pages.write(
                "fleet/rounds/sheet",
                Map.of(
                        "round",
                        round,
                        "day",
                        show.date(round.day()),
                        "rows",
                        rows,
                        "along",
                        along(tasks),
                        "qr",
                        QrCode.svg(base + "/rounds/" + round.id() + "/work"),
                        "show",
                        show,
                        "printed",
                        now),
                out);
    }

    private static String model(Task t) {
        return t.model() == null ? "" : ModelCatalogue.get(t.model()).name();
    }

    /** What has to be in the bag: loggers by serial where they are known, else by model. */
    static String along(List<Task> tasks) {
        List<String> out = new ArrayList<>();
        Map<String, Integer> any = new TreeMap<>();
        for (Task t : tasks) {
            if (!t.open() || !t.bringsOne()) {
                continue;
            }
            if (t.kind() == Task.Kind.PLACE && !t.serial().isEmpty()) {
                out.add(t.serial());
            } else {
                any.merge(
                        t.model() == null ? Texts.of("fleet.rounds.fieldSheet.loggerFor", "spot", t.spot()) : model(t),
                        1,
                        Integer::sum);
            }
        }
        any.forEach((what, n) -> out.add(n + " × " + what));
        return String.join(", ", out);
    }
}
