package org.pelerin.app.platform.pdf;

import com.google.zxing.BarcodeFormat;
import com.google.zxing.EncodeHintType;
import com.google.zxing.WriterException;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.qrcode.QRCodeWriter;
import com.google.zxing.qrcode.decoder.ErrorCorrectionLevel;
import java.util.Map;

/** A QR code (ISO/IEC 18004) as an SVG drawing. */
public final class QrCode {

    private QrCode() {}

    /** Level M, with the quiet zone of four modules that the standard asks for. */
    public static String svg(String text) {
        BitMatrix m;
        try {
            m = new QRCodeWriter()
                    .encode(
                            text,
                            BarcodeFormat.QR_CODE,
                            0,
                            0,
                            Map.of(EncodeHintType.ERROR_CORRECTION, ErrorCorrectionLevel.M, EncodeHintType.MARGIN, 4));
        } catch (WriterException e) {
            throw new IllegalArgumentException("This does not fit into a QR code: " + text, e);
        }
        StringBuilder path = new StringBuilder();
        for (int y = 0; y < m.getHeight(); y++) {
            for (int x = 0; x < m.getWidth(); x++) {
                if (m.get(x, y)) {
                    path.append('M').append(x).append(' ').append(y).append("h1v1h-1z");
                }
            }
        }
        return "<svg xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"0 0 " + m.getWidth() + " " + m.getHeight()
                + "\" width=\"22mm\" height=\"22mm\"><path fill=\"#000\" d=\"" + path + "\"/></svg>";
    }
}
