package org.pelerin.app.collect.files;

import java.io.IOException;
import java.io.InputStream;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.core.intake.FileSummary;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Takes in a file of which is told how it was read and what recorded it: as it was taken in elsewhere, at once and by nobody's guess. */
@Component
@RetriedOnDeadlock
public class FileRestore {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final FileMapper files;
    private final FileService service;
    private final FileWork work;

    FileRestore(FileMapper files, FileService service, FileWork work) {
        this.files = files;
        this.service = service;
        this.work = work;
    }

    /**
     * @param layout of {@link FileService#layout}
     * @return the mission that was made of it
     * @throws org.pelerin.app.platform.web.NotDoneException if it cannot be taken in; nothing of it is kept then, nor where it cannot be read
     */
    @Transactional(rollbackFor = IOException.class)
    public long restore(InputStream in, String layout, String by) throws IOException {
        ObjectNode told = read(layout);
        JsonNode name = told.remove("name");
        FileSettings settings = settings(told);
        long id = service.arrive(name == null ? "file" : name.asString("file"), in, settings, by);
        ForeignFile restored = files.byId(id);
        service.orderReading(restored, service.settings(restored));
        ForeignFile file = files.byId(id);
        FileSummary found = work.read(file, rows -> {});
        files.finish(id, ForeignFile.State.READ, "", service.write(found));
        service.orderTaking(files.byId(id), settings, false, by);
        return work.take(files.byId(id), () -> {}, rows -> {});
    }

    private static ObjectNode read(String layout) {
        try {
            if (JSON.readTree(layout) instanceof ObjectNode told) {
                return told;
            }
        } catch (JacksonException e) {
            throw new FileService.FileRefusedException(Texts.stored(
                    "stored.fileRestore.itsLayoutCannotBeRead", "originalMessage", e.getOriginalMessage()));
        }
        throw new FileService.FileRefusedException(Texts.stored("stored.fileRestore.itsLayoutCannotBeRead2"));
    }

    private static FileSettings settings(ObjectNode told) {
        try {
            FileSettings s = JSON.treeToValue(told, FileSettings.class);
            if (s.layout() == null || s.merge() == null || s.text() && s.charset() == null) {
                throw new FileService.FileRefusedException(Texts.stored("stored.fileRestore.itsLayoutIsIncomplete"));
            }
            return s.decided(s.merge(), s.sort(), s.device() == null ? "" : s.device(), null);
        } catch (JacksonException e) {
            throw new FileService.FileRefusedException(Texts.stored(
                    "stored.fileRestore.itsLayoutCannotBeRead", "originalMessage", e.getOriginalMessage()));
        }
    }
}
