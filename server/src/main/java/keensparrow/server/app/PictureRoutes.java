package keensparrow.server.app;

import io.javalin.http.Context;
import java.io.IOException;
import keensparrow.core.app.App;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
import keensparrow.server.http.Access;
import keensparrow.server.http.Api;
import keensparrow.server.http.Caller;
import keensparrow.server.http.OpenApi;
import keensparrow.server.http.Requests;
import keensparrow.server.http.SteadyInput;

/** Pictures of apps: taken from their authors, given to whoever sees the view that shows them. */
public final class PictureRoutes {
    private final AppService apps;
    private final Pictures pictures;

    public PictureRoutes(AppService apps, Pictures pictures) {
        this.apps = apps;
        this.pictures = pictures;
    }

    /** What was kept of it. @param width, height in dots */
    record Kept(String id, int width, int height) {}

    public void add(Api api) {
        api.post(
                "/api/pictures",
                Access.AUTHOR,
                "Upload a picture as the body, PNG, JPEG or GIF, for the app in ?app=",
                OpenApi.Bytes.class,
                Kept.class,
                this::upload);
        api.get(
                "/api/apps/{id}/pictures/{picture}",
                Access.AUTHOR,
                "A picture of an app",
                OpenApi.Bytes.class,
                (ctx, caller) -> give(
                        ctx,
                        pictures,
                        apps.get(caller.id(), ctx.pathParam("id")).id()));
    }

    private void upload(Context ctx, Caller caller) throws IOException {
        String id = Requests.required(ctx.queryParam("app"), Words.say("server.app.theApp"));
        String app = apps.get(caller.id(), id).id();
        byte[] body = new SteadyInput(ctx.bodyInputStream()).readNBytes(PictureFile.MAX_BYTES + 1);
        if (body.length > PictureFile.MAX_BYTES) {
            throw new UserException(
                    ErrorCode.FILE_TOO_LARGE,
                    Text.of("server.app.aPictureFileHasAtMost", "most", PictureFile.MAX_BYTES >> 20));
        }
        PictureFile picture = PictureFile.of(body);
        ctx.json(new Kept(pictures.add(app, picture), picture.width(), picture.height()));
    }

    /** Gives the picture in the address. @throws UserException NOT_FOUND when the app has no such picture */
    public static void give(Context ctx, Pictures pictures, String app) {
        PictureFile picture = pictures.find(app, ctx.pathParam("picture")).orElseThrow(PictureRoutes::none);
        ctx.header("Cache-Control", "private, max-age=31536000, immutable");
        ctx.header("Content-Security-Policy", "default-src 'none'");
        ctx.contentType(picture.type());
        ctx.result(picture.content());
    }

    /** Whether a view of an app shows a picture, now or under some choice. */
    public static boolean isShown(App app, String picture) {
        boolean inViews = app.views().stream()
                .map(view -> view.drawing().picture())
                .anyMatch(shown -> shown != null && shown.id().equals(picture));
        return inViews
                || app.allChoices().stream()
                        .flatMap(choice -> choice.options().stream())
                        .map(option -> option.settings())
                        .anyMatch(settings -> settings != null
                                && settings.picture() != null
                                && settings.picture().id().equals(picture));
    }

    public static UserException none() {
        return new UserException(ErrorCode.NOT_FOUND, Text.of("server.app.thereIsNoSuchPicture"));
    }
}
