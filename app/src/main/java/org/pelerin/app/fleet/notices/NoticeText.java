package org.pelerin.app.fleet.notices;

import java.util.List;
import org.pelerin.app.fleet.attention.Need;
import org.pelerin.app.organisation.anchor.Anchor;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.Formats;

/** A notice as it is written: what needs somebody, the gravest first, each with where to go. */
record NoticeText(String subject, String text) {

    /**
     * @param address of the application, without a slash at its end
     * @param head of the audit trail, which is then known where the mail is
     */
    static NoticeText of(List<Need> needs, String address, Anchor head, Formats show) {
        StringBuilder text = new StringBuilder();
        for (Need n : needs) {
            text.append(n.serial())
                    .append(n.where().isEmpty() ? "" : ", " + n.where())
                    .append(": ")
                    .append(n.kind().words(1))
                    .append(n.since() == null ? "" : ", " + show.when(n.since()))
                    .append('\n')
                    .append(address)
                    .append(n.path())
                    .append("\n\n");
        }
        text.append(Texts.of(
                        "fleet.notices.noticeText.end",
                        "list",
                        address + "/to-do",
                        "settings",
                        address + "/me",
                        "entry",
                        head.sequence(),
                        "hash",
                        head.hash()))
                .append('\n');
        Need first = needs.get(0);
        String subject = needs.size() == 1
                ? Texts.of(
                        "fleet.notices.noticeText.itemOf",
                        "serial",
                        first.serial(),
                        "kind",
                        first.kind().words(1))
                : Texts.of(
                        "fleet.notices.noticeText.itemsNeedAttentionFirst",
                        "needs",
                        needs.size(),
                        "serial",
                        first.serial(),
                        "kind",
                        first.kind().words(1));
        return new NoticeText(subject, text.toString());
    }
}
