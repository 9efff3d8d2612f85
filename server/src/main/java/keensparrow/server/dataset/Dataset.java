package keensparrow.server.dataset;

import java.time.Instant;
import java.util.List;
import keensparrow.core.infer.guess.ColumnPlan;
import keensparrow.core.infer.load.LoadReport;
import keensparrow.core.layout.ReadingChoices;
import keensparrow.core.prepare.Step;
import keensparrow.core.prepare.Steps;
import keensparrow.core.profile.Profile;
import keensparrow.core.table.Schema;
import org.jspecify.annotations.Nullable;

/**
 * A dataset as recorded.
 *
 * @param noun what a row is, in the plural
 * @param link where its file is fetched from; null for uploads and queries
 * @param filePattern which files join those of the last load, as {@link FilePattern}; null where new files take the place of all
 * @param currentVersion 0 while the first load has not succeeded
 */
public record Dataset(
        String id,
        long ownerId,
        String name,
        String noun,
        List<Step> steps,
        @Nullable String connectionId,
        @Nullable String query,
        @Nullable String link,
        @Nullable String filePattern,
        int currentVersion) {
    public Dataset {
        steps = List.copyOf(steps);
    }

    /** A file that rows came from: the name people know, and its content. */
    public record FileRef(String name, String sha256, long sizeBytes) {}

    /** One load of a dataset. {@code reading} is what the author says about how the files are read. */
    public record Version(
            String datasetId,
            int number,
            List<FileRef> files,
            ReadingChoices reading,
            List<Step> steps,
            List<ColumnPlan> plan,
            LoadReport report,
            List<Steps.Done> stepsDone,
            Profile profile,
            Schema schema,
            int rowCount,
            Instant loadedAt) {
        public Version {
            files = List.copyOf(files);
            steps = List.copyOf(steps);
            plan = List.copyOf(plan);
            stepsDone = List.copyOf(stepsDone);
        }
    }

    /** What lists show of a dataset. */
    public record Summary(String id, String name, String noun, int version, int rowCount, Instant loadedAt) {}
}
