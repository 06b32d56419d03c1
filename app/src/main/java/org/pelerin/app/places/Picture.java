package org.pelerin.app.places;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.Arrays;
import javax.imageio.ImageIO;
import javax.imageio.ImageReadParam;
import javax.imageio.ImageReader;
import org.pelerin.app.platform.language.Texts;

/**
 * A picture that was handed in and found to be one.
 *
 * @param type its media type, told from its bytes
 */
public record Picture(String type, int width, int height, byte[] bytes) {

    public static final int LARGEST = 5_000_000;
    private static final long MOST_PIXELS = 40_000_000;
    private static final double LOOKED_AT = 250_000;
    private static final byte[] PNG = {(byte) 0x89, 'P', 'N', 'G'};
    private static final byte[] JPEG = {(byte) 0xff, (byte) 0xd8, (byte) 0xff};

    /** @throws IllegalArgumentException if it is no PNG or JPEG, or too large; the message is for people */
    public static Picture of(byte[] bytes) {
        if (bytes.length > LARGEST) {
            throw new IllegalArgumentException(Texts.of("places.picture.aPictureHasAtMost"));
        }
        String type = begins(bytes, PNG) ? "image/png" : begins(bytes, JPEG) ? "image/jpeg" : null;
        if (type == null) {
            throw new IllegalArgumentException(Texts.of("places.picture.onlyPngAndJpegPictures"));
        }
        try (var in = ImageIO.createImageInputStream(new ByteArrayInputStream(bytes))) {
            var readers = ImageIO.getImageReaders(in);
            if (!readers.hasNext()) {
                throw new IllegalArgumentException(Texts.of("places.picture.thePictureCannotBeRead"));
            }
            var reader = readers.next();
            reader.setInput(in);
            // looked at before anything is unpacked
            int width = reader.getWidth(0);
            int height = reader.getHeight(0);
            if ((long) width * height > MOST_PIXELS) {
                throw new IllegalArgumentException(Texts.of("places.picture.aPictureHasAtMost2"));
            }
            wholly(reader, width, height);
            return new Picture(type, width, height, bytes);
        } catch (IOException | IndexOutOfBoundsException | NegativeArraySizeException e) {
            throw new IllegalArgumentException(Texts.of("places.picture.thePictureIsDamaged"), e);
        }
    }

    /** Reads it to its end, one picture at a time and in small, so that it is known to be whole and takes little memory. */
    private static void wholly(ImageReader reader, int width, int height) throws IOException {
        ImageReadParam small = reader.getDefaultReadParam();
        int step = (int) Math.max(1, Math.ceil(Math.sqrt((double) width * height / LOOKED_AT)));
        small.setSourceSubsampling(step, step, 0, 0);
        synchronized (Picture.class) {
            reader.read(0, small);
        }
    }

    private static boolean begins(byte[] bytes, byte[] with) {
        return bytes.length > with.length && Arrays.equals(Arrays.copyOf(bytes, with.length), with);
    }
}
