package org.pelerin.app.deployment.prepare.batch;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Map;
import org.pelerin.app.platform.pdf.PdfPages;
import org.pelerin.app.platform.pdf.QrCode;
import org.springframework.stereotype.Component;

/** Labels to stick on the loggers of a batch: an A4 sheet of three columns, 70 by 37 mm each. */
@Component
class LabelSheet {

    /** @param qr the code of the serial's address, as SVG */
    record Label(String serial, String name, String spot, String plan, String qr) {}

    private final PdfPages pages;

    LabelSheet(PdfPages pages) {
        this.pages = pages;
    }

    /** @param base address of the application, without a slash at its end */
    byte[] pdf(Batch batch, List<BatchItem> items, String base) {
        List<Label> labels = items.stream()
                .filter(i -> i.state() == BatchItem.State.DONE)
                .map(i -> new Label(
                        i.serial(),
                        i.loggerName(),
                        i.spot() == null ? "" : i.spot(),
                        i.planName(),
                        QrCode.svg(base + "/dock/" + i.serial())))
                .toList();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try {
            pages.write("prepare/batch/labels", Map.of("labels", labels), out);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
    }
}
