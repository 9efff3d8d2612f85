package keensparrow.server.app;

import java.time.Instant;
import keensparrow.core.app.App;

/**
 * An app as recorded: its draft.
 *
 * @param revision rises with every change of the draft
 */
public record AppRecord(String id, long ownerId, String datasetId, App draft, int revision, Instant changedAt) {}
