package keensparrow.server.http;

import com.fasterxml.jackson.core.type.TypeReference;
import com.fasterxml.jackson.databind.ObjectMapper;
import io.javalin.config.JavalinConfig;
import io.javalin.http.Context;
import io.javalin.http.NotFoundResponse;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import keensparrow.core.words.Formats;
import keensparrow.core.words.PseudoLanguage;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/** The built front end from the jar, in the packed form made at build time that the browser takes. */
public final class WebFiles {
    private static final String ROOT = "/public";
    private static final String READ = "/a/"; // where apps are read
    private static final ObjectMapper JSON = new ObjectMapper();
    private static final Map<String, String> TYPES = Map.of(
            "js", "text/javascript; charset=utf-8",
            "css", "text/css; charset=utf-8",
            "html", "text/html; charset=utf-8",
            "svg", "image/svg+xml",
            "woff2", "font/woff2",
            "png", "image/png",
            "json", "application/json");

    private static final boolean IN_ENGLISH = Words.LANGUAGE.equals("en");
    /** The texts of the interface in another language, for the page to take before any of its scripts runs. */
    private static final String WORDS = IN_ENGLISH ? "" : "globalThis.sparrowWords=" + texts(Words.LANGUAGE) + ";";

    private final Map<String, Optional<byte[]>> cache = new ConcurrentHashMap<>();

    public void register(JavalinConfig config) {
        config.routes.get("/assets/{file}", ctx -> {
            String file = ctx.pathParam("file");
            send(ctx, "/assets/" + file);
            ctx.header("Cache-Control", "public, max-age=31536000, immutable"); // names change with the content
        });
        config.spaRoot.addHandler("/", ctx -> {
            String path = ctx.path();
            if (path.startsWith("/api/") || path.startsWith("/assets/")) {
                throw new NotFoundResponse();
            }
            if (path.equals("/words.js")) {
                ctx.contentType("text/javascript; charset=utf-8").result(WORDS);
            } else if (path.equals("/favicon.svg")) {
                send(ctx, path);
            } else {
                page(ctx);
            }
            ctx.header("Cache-Control", "no-cache");
        });
    }

    /** The page in the language of the server, with the numbers, dates and order of texts of whoever reads an app. */
    private void page(Context ctx) {
        String languages = ctx.header("Accept-Language");
        Formats formats = ctx.path().startsWith(READ) && languages != null ? Formats.of(languages) : Formats.OWN;
        if (IN_ENGLISH && formats == Formats.OWN) {
            send(ctx, "/index.html");
        } else {
            String reader = formats == Formats.OWN ? "" : Formats.preferred(languages == null ? "" : languages);
            ctx.contentType("text/html; charset=utf-8").result(translated(formats, reader));
        }
        ctx.header("Vary", "Accept-Encoding, Accept-Language");
    }

    /** @param reader the tag of the reader's language, which the page says with its calls; empty where it makes no difference */
    private String translated(Formats formats, String reader) {
        String whose = reader.isEmpty() ? "" : "\" data-reader=\"" + reader;
        String page = new String(Objects.requireNonNull(load("/index.html")), StandardCharsets.UTF_8)
                .replace(
                        "<html lang=\"en\">",
                        "<html lang=\"" + Words.LANGUAGE + "\" data-formats=\"" + formats.tag() + whose + "\">");
        return IN_ENGLISH ? page : page.replaceFirst("<script", "<script src=\"/words.js\"></script><script");
    }

    private static String texts(String language) {
        if (!language.equals(PseudoLanguage.TAG)) {
            return read("/words/" + language + ".json")
                    .map(bytes -> new String(bytes, StandardCharsets.UTF_8))
                    .orElse("{}");
        }
        try {
            Map<String, String> english =
                    JSON.readValue(read("/words/en.json").orElseThrow(), new TypeReference<>() {});
            english.replaceAll((key, text) -> PseudoLanguage.of(text));
            return JSON.writeValueAsString(english);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private void send(Context ctx, String path) {
        String extension = path.substring(path.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT);
        String accepted = Optional.ofNullable(ctx.header("Accept-Encoding")).orElse("");
        for (String form : List.of("br", "gzip")) {
            String suffix = form.equals("br") ? ".br" : ".gz";
            byte[] packed = accepted.contains(form) ? load(path + suffix) : null;
            if (packed != null) {
                ctx.header("Content-Encoding", form);
                deliver(ctx, packed, extension);
                return;
            }
        }
        byte[] plain = load(path);
        if (plain == null) {
            throw new NotFoundResponse();
        }
        deliver(ctx, plain, extension);
    }

    private static void deliver(Context ctx, byte[] bytes, String extension) {
        ctx.header("Vary", "Accept-Encoding");
        ctx.contentType(TYPES.getOrDefault(extension, "application/octet-stream"));
        ctx.result(bytes);
    }

    private byte @Nullable [] load(String path) {
        if (path.contains("..")) {
            return null;
        }
        return cache.computeIfAbsent(path, WebFiles::read).orElse(null);
    }

    private static Optional<byte[]> read(String path) {
        try (InputStream in = WebFiles.class.getResourceAsStream(ROOT + path)) {
            return in == null ? Optional.empty() : Optional.of(in.readAllBytes());
        } catch (IOException e) {
            return Optional.empty();
        }
    }
}
