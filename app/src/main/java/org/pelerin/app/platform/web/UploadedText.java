package org.pelerin.app.platform.web;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import org.pelerin.app.platform.language.Texts;
import org.springframework.web.multipart.MultipartFile;

/** A text that somebody hands in as a file: in UTF-8, and no longer than what is read in one go. */
public final class UploadedText {

    /** Of settings, limits and tables of people or places; thousands of lines have room. */
    public static final long MOST_BYTES = 2_000_000;

    /** The file cannot be read; nothing was changed. */
    public static final class NotReadException extends NotDoneException {
        private final String page;

        NotReadException(String message, String page) {
            super(Texts.of("platform.web.uploadedText.theFileWasNotImported", "message", message));
            this.page = page;
        }

        @Override
        public String wayOn() {
            return page;
        }
    }

    private UploadedText() {}

    /**
     * Its text.
     *
     * @param page path of the page that it is chosen on
     * @throws NotReadException if it is too long, or not in UTF-8: nothing is guessed
     */
    public static String of(MultipartFile file, String page) throws IOException {
        if (file.getSize() > MOST_BYTES) {
            throw new NotReadException(
                    Texts.of(
                            "platform.web.uploadedText.theFileHasMbAt",
                            "size",
                            (file.getSize() + 99_999) / 100_000 / 10.0,
                            "most",
                            MOST_BYTES / 1_000_000),
                    page);
        }
        try {
            return StandardCharsets.UTF_8
                    .newDecoder()
                    .decode(ByteBuffer.wrap(file.getBytes()))
                    .toString();
        } catch (CharacterCodingException e) {
            throw new NotReadException(Texts.of("platform.web.uploadedText.theFileIsNotIn"), page);
        }
    }
}
