package keensparrow.server.http;

import io.javalin.http.Context;
import org.eclipse.jetty.ee10.servlet.ServletContextRequest;

/** Answers that break off after their first bytes. */
public final class BrokenAnswers {
    private BrokenAnswers() {}

    /** Ends the connection: an answer that merely ended would be taken for all of it. Before the first byte, nothing. */
    public static void cut(Context ctx) {
        if (ctx.res().isCommitted()) {
            ServletContextRequest.getServletContextRequest(ctx.req())
                    .getConnectionMetaData()
                    .getConnection()
                    .getEndPoint()
                    .close();
        }
    }
}
