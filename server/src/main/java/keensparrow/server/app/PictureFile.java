package keensparrow.server.app;

import java.awt.Graphics2D;
import java.awt.Image;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.Iterator;
import java.util.Locale;
import java.util.Set;
import javax.imageio.ImageIO;
import javax.imageio.ImageReadParam;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;

/**
 * A picture made anew from uploaded bytes: what is shown later are dots and nothing else, neither a script, nor where a
 * photograph was taken. Large ones are made smaller as they are read, so that memory is bounded.
 *
 * @param type of the content, {@code image/png} or {@code image/jpeg}
 */
record PictureFile(String type, byte[] content, int width, int height) {
    static final int MAX_BYTES = 12 << 20;
    private static final long MAX_DOTS = 50_000_000;
    private static final int MAX_SIDE = 2400;
    private static final Set<String> KNOWN = Set.of("png", "jpeg", "gif", "bmp");

    static {
        ImageIO.setUseCache(false); // nothing of a picture is written beside the data folder
    }

    /** @throws UserException FILE_NOT_READABLE for what is no picture, or one that is too large, with what to do */
    static PictureFile of(byte[] uploaded) {
        try (ImageInputStream in = ImageIO.createImageInputStream(new ByteArrayInputStream(uploaded))) {
            Iterator<ImageReader> readers = ImageIO.getImageReaders(in);
            if (!readers.hasNext()) {
                throw new UserException(ErrorCode.FILE_NOT_READABLE, Text.of("server.app.thisIsNoPicture"));
            }
            ImageReader reader = readers.next();
            try {
                reader.setInput(in, true, true);
                return read(reader);
            } finally {
                reader.dispose();
            }
        } catch (IOException | RuntimeException e) { // decoders throw what they please at broken files
            if (e instanceof UserException told) {
                throw told;
            }
            throw new UserException(ErrorCode.FILE_NOT_READABLE, Text.of("server.app.thisPictureIsBroken"));
        }
    }

    private static PictureFile read(ImageReader reader) throws IOException {
        String format = reader.getFormatName().toLowerCase(Locale.ROOT);
        if (!KNOWN.contains(format)) {
            throw new UserException(ErrorCode.FILE_NOT_READABLE, Text.of("server.app.thisIsNoPicture"));
        }
        long dots = (long) reader.getWidth(0) * reader.getHeight(0);
        if (dots > MAX_DOTS) {
            throw new UserException(
                    ErrorCode.FILE_TOO_LARGE,
                    Text.of(
                            "server.app.aPictureHasAtMost",
                            "megapixels",
                            dots / 1_000_000,
                            "most",
                            MAX_DOTS / 1_000_000));
        }
        int longest = Math.max(reader.getWidth(0), reader.getHeight(0));
        int every = Math.max(1, longest / MAX_SIDE);
        ImageReadParam param = reader.getDefaultReadParam();
        param.setSourceSubsampling(every, every, 0, 0);
        BufferedImage read = reader.read(0, param);
        boolean photograph = format.equals("jpeg");
        BufferedImage drawn = fitted(read, photograph);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(drawn, photograph ? "jpeg" : "png", out);
        return new PictureFile(
                photograph ? "image/jpeg" : "image/png", out.toByteArray(), drawn.getWidth(), drawn.getHeight());
    }

    /** In usual colours, at most so large. */
    private static BufferedImage fitted(BufferedImage read, boolean opaque) {
        double scale = Math.min(1, MAX_SIDE / (double) Math.max(read.getWidth(), read.getHeight()));
        int width = Math.max(1, (int) Math.round(read.getWidth() * scale));
        int height = Math.max(1, (int) Math.round(read.getHeight() * scale));
        BufferedImage fitted =
                new BufferedImage(width, height, opaque ? BufferedImage.TYPE_INT_RGB : BufferedImage.TYPE_INT_ARGB);
        Graphics2D graphics = fitted.createGraphics();
        graphics.setRenderingHint(RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BILINEAR);
        Image source = read;
        graphics.drawImage(source, 0, 0, width, height, null);
        graphics.dispose();
        return fitted;
    }
}
