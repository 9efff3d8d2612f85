package keensparrow.demo;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.Ellipse2D;
import java.awt.geom.QuadCurve2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import javax.imageio.ImageIO;

/** A drawing of the night routes, as a company would put it on a poster. */
final class NetworkPicture {
    private static final int WIDTH = 1200;
    private static final int HEIGHT = 900;
    private static final int MARGIN = 90;
    private static final double WEST = 2.5;
    private static final double EAST = 20.5;
    private static final double SOUTH = 42.5;
    private static final double NORTH = 56.2;

    private NetworkPicture() {}

    static byte[] png() throws IOException {
        BufferedImage image = new BufferedImage(WIDTH, HEIGHT, BufferedImage.TYPE_INT_RGB);
        Graphics2D graphics = image.createGraphics();
        graphics.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
        graphics.setColor(new Color(0x1d2b45));
        graphics.fillRect(0, 0, WIDTH, HEIGHT);
        graphics.setColor(new Color(0xf3ead7));
        graphics.fill(new Ellipse2D.Double(WIDTH - 210, 60, 120, 120));
        graphics.setColor(new Color(0x1d2b45));
        graphics.fill(new Ellipse2D.Double(WIDTH - 240, 45, 120, 120)); // a crescent moon
        graphics.setStroke(new BasicStroke(4, BasicStroke.CAP_ROUND, BasicStroke.JOIN_ROUND));
        graphics.setColor(new Color(0xd9a441));
        for (Network.Route route : Network.ROUTES) {
            Network.Station from = Network.STATIONS.get(route.origin());
            Network.Station to = Network.STATIONS.get(route.destination());
            double bend = 24; // routes that share an end stay apart
            graphics.draw(new QuadCurve2D.Double(
                    x(from), y(from), (x(from) + x(to)) / 2 + bend, (y(from) + y(to)) / 2 - bend, x(to), y(to)));
        }
        graphics.setColor(new Color(0xf3ead7));
        for (Network.Station station : Network.STATIONS) {
            graphics.fill(new Ellipse2D.Double(x(station) - 9, y(station) - 9, 18, 18));
        }
        graphics.dispose();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(image, "png", out);
        return out.toByteArray();
    }

    private static double x(Network.Station station) {
        return MARGIN + (station.longitude() - WEST) / (EAST - WEST) * (WIDTH - 2 * MARGIN);
    }

    private static double y(Network.Station station) {
        return MARGIN + (NORTH - station.latitude()) / (NORTH - SOUTH) * (HEIGHT - 2 * MARGIN);
    }
}
