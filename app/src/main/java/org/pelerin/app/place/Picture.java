package org.pelerin.app.place;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.Arrays;
import javax.imageio.ImageIO;

/**
 * A picture that was handed in and found to be one.
 *
 * @param type its media type, told from its bytes
 */
public record Picture(String type, int width, int height, byte[] bytes) {

    public static final int LARGEST = 5_000_000;
    private static final long MOST_PIXELS = 40_000_000;
    private static final byte[] PNG = {(byte) 0x89, 'P', 'N', 'G'};
    private static final byte[] JPEG = {(byte) 0xff, (byte) 0xd8, (byte) 0xff};

    /** @throws IllegalArgumentException if it is no PNG or JPEG, or too large; the message is for people */
    public static Picture of(byte[] bytes) {
        if (bytes.length > LARGEST) {
            throw new IllegalArgumentException("A picture has at most 5 MB");
        }
        String type = begins(bytes, PNG) ? "image/png" : begins(bytes, JPEG) ? "image/jpeg" : null;
        if (type == null) {
            throw new IllegalArgumentException("Only PNG and JPEG pictures can be read");
        }
        try (var in = ImageIO.createImageInputStream(new ByteArrayInputStream(bytes))) {
            var readers = ImageIO.getImageReaders(in);
            if (!readers.hasNext()) {
                throw new IllegalArgumentException("The picture cannot be read");
            }
            var reader = readers.next();
            reader.setInput(in);
            // looked at before anything is unpacked
            if ((long) reader.getWidth(0) * reader.getHeight(0) > MOST_PIXELS) {
                throw new IllegalArgumentException("A picture has at most 40 million points");
            }
            BufferedImage image = reader.read(0);
            return new Picture(type, image.getWidth(), image.getHeight(), bytes);
        } catch (IOException e) {
            throw new IllegalArgumentException("The picture is damaged", e);
        }
    }

    private static boolean begins(byte[] bytes, byte[] with) {
        return bytes.length > with.length && Arrays.equals(Arrays.copyOf(bytes, with.length), with);
    }
}
