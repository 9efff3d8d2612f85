package keensparrow.server.http;

import com.fasterxml.jackson.annotation.JsonAlias;
import java.util.List;
import keensparrow.core.infer.load.LoadReport;
import keensparrow.core.question.Answer;
import org.jspecify.annotations.Nullable;

/** Names under which documents stored by earlier versions hold what has another name now; read, never written. */
final class EarlierNames {
    private EarlierNames() {}

    enum OfAggregate {
        @JsonAlias("FILLED")
        COUNT,
        @JsonAlias("SMALLEST")
        MIN,
        @JsonAlias("LARGEST")
        MAX,
        @JsonAlias("DEVIATION")
        STDDEV
    }

    interface OfLoadReport {
        @JsonAlias("misfits")
        List<LoadReport.ConversionError> conversionErrors();

        @JsonAlias("misfitCount")
        long conversionErrorCount();

        @JsonAlias("doubts")
        List<LoadReport.Ambiguity> ambiguities();
    }

    interface OfColumnProfile {
        @JsonAlias("smallest")
        @Nullable
        String min();

        @JsonAlias("largest")
        @Nullable
        String max();

        @JsonAlias("spread")
        Answer.@Nullable Histogram histogram();
    }
}
