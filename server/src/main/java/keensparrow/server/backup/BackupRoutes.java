package keensparrow.server.backup;

import io.javalin.http.Context;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneOffset;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
import keensparrow.server.audit.AuditAction;
import keensparrow.server.audit.AuditLog;
import keensparrow.server.http.Access;
import keensparrow.server.http.Api;
import keensparrow.server.http.Caller;
import keensparrow.server.http.OpenApi;

/** Backups over HTTP: for administrators, and for whoever may read the data folder, by the token that lies in it. */
public final class BackupRoutes {
    private static final String TOKEN = "X-Local-Token";

    private final BackupService service;
    private final AuditLog audit;
    private final Clock clock;
    private final String localToken;

    public BackupRoutes(BackupService service, AuditLog audit, Clock clock, String localToken) {
        this.service = service;
        this.audit = audit;
        this.clock = clock;
        this.localToken = localToken;
    }

    public void add(Api api) {
        api.get(
                "/api/backup",
                Access.ADMINISTRATOR,
                "Everything in one file, to be kept safe: the key of secrets is in it",
                OpenApi.Archive.class,
                this::download);
        api.get(
                "/api/backup/local",
                Access.ENTRANCE,
                "The same for a program of the machine, by the token in the data folder",
                OpenApi.Archive.class,
                this::local);
    }

    private void local(Context ctx, Caller caller) throws IOException {
        String given = ctx.header(TOKEN);
        boolean right = given != null
                && MessageDigest.isEqual(
                        given.getBytes(StandardCharsets.UTF_8), localToken.getBytes(StandardCharsets.UTF_8));
        if (!right) {
            throw new UserException(ErrorCode.NOT_ALLOWED, Text.of("server.backup.thisAddressTakesTheToken"));
        }
        send(ctx, caller, Words.say("server.backup.byTheCommandLine"));
    }

    private void download(Context ctx, Caller caller) throws IOException {
        send(ctx, caller, "");
    }

    private void send(Context ctx, Caller caller, String how) throws IOException {
        audit.note(ctx, caller, AuditAction.BACKED_UP, how);
        String day = LocalDate.now(clock.withZone(ZoneOffset.UTC)).toString();
        ctx.contentType("application/zip");
        ctx.header("Content-Disposition", "attachment; filename=\"keen-sparrow-backup-" + day + ".zip\"");
        OutputStream out = ctx.outputStream();
        service.write(out);
        out.flush();
    }
}
