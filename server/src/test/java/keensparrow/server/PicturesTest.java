package keensparrow.server;

import static keensparrow.server.TestServer.object;
import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.http.HttpResponse;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.zip.CRC32;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Pictures of apps: what is taken, what is made of it, who sees it. */
class PicturesTest {
    private static final String SCRIPT = "<script>alert(1)</script>";

    @TempDir
    static Path folder;

    private static TestServer server;
    private static TestServer.Caller anna;
    private static String dataset;

    @BeforeAll
    static void start() throws Exception {
        server = new TestServer(folder.resolve("data"));
        anna = server.author();
        dataset = anna.dataset("t.csv", "route,delay\nA,1\nB,2\n");
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    private static String app() throws Exception {
        return anna.newApp(dataset).path("id").asText();
    }

    private static byte[] picture(int width, int height, String format) throws IOException {
        BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
        Graphics2D graphics = image.createGraphics();
        graphics.setColor(Color.ORANGE);
        graphics.fillRect(0, 0, width, height);
        graphics.dispose();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(image, format, out);
        return out.toByteArray();
    }

    private static TestServer.Reply refused(String app, byte[] bytes) throws Exception {
        TestServer.Reply reply = anna.send("/api/pictures?app=" + app, bytes);
        assertThat(reply.status()).as(reply.body()).isBetween(400, 499);
        return reply;
    }

    @Test
    void whatIsKeptIsDotsAndNothingElse() throws Exception {
        String app = app();
        byte[] photograph = picture(300, 200, "jpeg");
        byte[] more = SCRIPT.getBytes(StandardCharsets.UTF_8);
        byte[] both = Arrays.copyOf(photograph, photograph.length + more.length);
        System.arraycopy(more, 0, both, photograph.length, more.length);
        JsonNode kept = anna.send("/api/pictures?app=" + app, both).json();
        assertThat(kept.path("width").asInt()).isEqualTo(300);
        HttpResponse<byte[]> given =
                anna.bytes("/api/apps/" + app + "/pictures/" + kept.path("id").asText());
        assertThat(new String(given.body(), StandardCharsets.ISO_8859_1)).doesNotContain("script");
        assertThat(given.headers().firstValue("Content-Type")).hasValue("image/jpeg");
        assertThat(given.headers().firstValue("X-Content-Type-Options")).hasValue("nosniff");
        assertThat(given.headers().firstValue("Content-Security-Policy")).hasValue("default-src 'none'");
        BufferedImage shown = ImageIO.read(new ByteArrayInputStream(given.body()));
        Color middle = new Color(shown.getRGB(150, 100));
        assertThat(Math.abs(middle.getGreen() - Color.ORANGE.getGreen())).isLessThan(6);
    }

    @Test
    void largeOnesAreMadeSmallerAndTooLargeOnesRefused() throws Exception {
        String app = app();
        JsonNode kept =
                anna.send("/api/pictures?app=" + app, picture(5000, 400, "png")).json();
        assertThat(kept.path("width").asInt()).isLessThanOrEqualTo(2400).isGreaterThan(1200);
        double shape = kept.path("width").asDouble() / kept.path("height").asDouble();
        assertThat(shape).isBetween(12.0, 13.0);
        TestServer.Reply huge = refused(app, headerOfPng(12_500, 8000));
        assertThat(huge.code()).isEqualTo("FILE_TOO_LARGE");
        assertThat(huge.detail()).contains("100 million dots").contains("at most 50 million");
        assertThat(refused(app, new byte[(12 << 20) + 1]).detail()).contains("at most 12 MB");
    }

    @Test
    void whatIsNoPictureIsSaidToBeNone() throws Exception {
        String app = app();
        String svg = "<svg xmlns='http://www.w3.org/2000/svg'>" + SCRIPT + "</svg>";
        assertThat(refused(app, svg.getBytes(StandardCharsets.UTF_8)).detail()).contains("save it as PNG");
        assertThat(refused(app, new byte[0]).detail()).contains("no PNG, JPEG or GIF");
        byte[] cut = Arrays.copyOf(picture(400, 300, "png"), 60);
        assertThat(refused(app, cut).detail()).contains("cannot be read to its end");
    }

    /** A PNG that says how large it is and has nothing behind. */
    private static byte[] headerOfPng(int width, int height) {
        ByteBuffer header = ByteBuffer.allocate(17).put("IHDR".getBytes(StandardCharsets.US_ASCII));
        header.putInt(width).putInt(height).put(new byte[] {8, 2, 0, 0, 0});
        CRC32 check = new CRC32();
        check.update(header.array());
        ByteBuffer png = ByteBuffer.allocate(33).put(new byte[] {(byte) 0x89, 'P', 'N', 'G', 13, 10, 26, 10});
        return png.putInt(13).put(header.array()).putInt((int) check.getValue()).array();
    }

    @Test
    void onlyItsAuthorGivesItAndOnlyWhoeverSeesTheViewGetsIt() throws Exception {
        JsonNode made = anna.newApp(dataset);
        String app = made.path("id").asText();
        String shown = anna.send("/api/pictures?app=" + app, picture(20, 10, "png"))
                .json()
                .path("id")
                .asText();
        String unused = anna.send("/api/pictures?app=" + app, picture(30, 10, "png"))
                .json()
                .path("id")
                .asText();
        ObjectNode draft = (ObjectNode) made.path("page").path("app");
        TestServer.view((ArrayNode) draft.path("views"), "poster", "PICTURE", 90)
                .set("settings", object("picture", object("id", shown, "alternative", "An orange", "caption", null)));
        TestServer.Reply saved = anna.call(
                "PUT",
                "/api/apps/" + app + "/draft",
                object("revision", made.path("revision").asInt(), "app", draft));
        assertThat(saved.status()).as(saved.body()).isEqualTo(200);
        String slug = anna.publish(app, "SIGNED_IN");

        TestServer.Caller rita = server.caller().signIn("Rita");
        TestServer.Caller otto = server.caller().signIn("Otto");
        String ofLink = "/api/links/" + slug + "/pictures/";
        assertThat(rita.bytes(ofLink + shown).statusCode()).isEqualTo(200);
        assertThat(ImageIO.read(new ByteArrayInputStream(
                                rita.bytes(ofLink + shown).body()))
                        .getWidth())
                .isEqualTo(20);
        assertThat(rita.bytes(ofLink + unused).statusCode()).isEqualTo(404);
        assertThat(server.caller().bytes(ofLink + shown).statusCode()).isEqualTo(401);
        String ofApp = "/api/apps/" + app + "/pictures";
        assertThat(anna.bytes(ofApp + "/" + unused).statusCode()).isEqualTo(200);
        assertThat(otto.bytes(ofApp + "/" + shown).statusCode()).isEqualTo(404);
        assertThat(rita.bytes(ofApp + "/" + shown).statusCode()).isEqualTo(403);
        assertThat(otto.send("/api/pictures?app=" + app, picture(9, 9, "png")).status())
                .isEqualTo(404);
        assertThat(rita.send("/api/pictures?app=" + app, picture(9, 9, "png")).status())
                .isEqualTo(403);
    }

    @Test
    void anAppHoldsNoMoreThanItMay() throws Exception {
        String app = app();
        byte[] small = picture(2, 2, "png");
        for (int i = 0; i < 60; i++) {
            assertThat(anna.send("/api/pictures?app=" + app, small).status()).isEqualTo(200);
        }
        assertThat(refused(app, small).detail()).contains("at most 60 pictures");
    }
}
