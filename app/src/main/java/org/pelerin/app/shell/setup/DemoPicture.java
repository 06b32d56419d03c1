package org.pelerin.app.shell.setup;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.GeneralPath;
import java.awt.geom.RoundRectangle2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import javax.imageio.ImageIO;

/** A section of the invented cellars: a hillside, four vaults in it, racks in each. */
final class DemoPicture {

    private static final int WIDTH = 1200;
    private static final int HEIGHT = 520;
    private static final int VAULTS = 4;

    private DemoPicture() {}

    static byte[] cellars() {
        BufferedImage image = new BufferedImage(WIDTH, HEIGHT, BufferedImage.TYPE_INT_RGB);
        Graphics2D g = image.createGraphics();
        g.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
        g.setColor(new Color(0xfdfdfc));
        g.fillRect(0, 0, WIDTH, HEIGHT);
        GeneralPath hill = new GeneralPath();
        hill.moveTo(0, 170);
        hill.curveTo(300, 40, 700, 30, WIDTH, 110);
        hill.lineTo(WIDTH, HEIGHT);
        hill.lineTo(0, HEIGHT);
        hill.closePath();
        g.setColor(new Color(0xe1e5e0));
        g.fill(hill);
        g.setStroke(new BasicStroke(3));
        for (int v = 0; v < VAULTS; v++) {
            double x = 60 + v * 285.0;
            RoundRectangle2D vault = new RoundRectangle2D.Double(x, 220, 235, 230, 120, 120);
            g.setColor(new Color(0xfdfdfc));
            g.fill(vault);
            g.setColor(new Color(0x93a19f));
            g.draw(vault);
            for (int rack = 0; rack < 4; rack++) {
                g.drawLine((int) x + 40, 300 + rack * 36, (int) x + 195, 300 + rack * 36);
            }
        }
        g.dispose();
        try (ByteArrayOutputStream out = new ByteArrayOutputStream()) {
            ImageIO.write(image, "png", out);
            return out.toByteArray();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
