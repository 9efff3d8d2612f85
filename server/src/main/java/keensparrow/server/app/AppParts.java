package keensparrow.server.app;

import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import keensparrow.core.app.App;
import keensparrow.core.app.AppDataset;
import keensparrow.core.app.AppQuestions;
import keensparrow.core.app.AppSentences;
import keensparrow.core.app.DatasetPart;
import keensparrow.core.app.FollowingValues;
import keensparrow.core.app.PageRequest;
import keensparrow.core.app.PartSelections;
import keensparrow.core.app.Selection;
import keensparrow.core.app.view.View;
import keensparrow.core.engine.QueryEngine;
import keensparrow.core.question.Answer;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.table.Schema;
import keensparrow.server.dataset.Dataset;
import keensparrow.server.dataset.DatasetService;
import org.jspecify.annotations.Nullable;

/** The parts of an app, one for each of its datasets, each with the data behind. */
final class AppParts {
    /** A part with its data. */
    record Part(DatasetPart definition, Dataset dataset, Dataset.Version version) {
        App app() {
            return definition.app();
        }

        Schema schema() {
            return version.schema();
        }
    }

    private final App app;
    private final List<Part> parts;

    private AppParts(App app, List<Part> parts) {
        this.app = app;
        this.parts = parts;
    }

    /** @param first the app's own dataset; the others are those that its document names, which was checked as it was saved */
    static AppParts of(App app, Dataset first, DatasetService datasets) {
        List<Part> parts = new ArrayList<>();
        for (DatasetPart part : DatasetPart.of(app)) {
            Dataset dataset = parts.isEmpty()
                    ? first
                    : datasets.getForLink(
                            app.furtherDatasets().get(parts.size() - 1).dataset());
            parts.add(new Part(part, dataset, datasets.version(dataset)));
        }
        return new AppParts(app, List.copyOf(parts));
    }

    List<Part> all() {
        return parts;
    }

    Part first() {
        return parts.get(0);
    }

    /** The part that a view shows; the first one where none does. */
    Part of(View view) {
        return parts.stream()
                .filter(part -> part.definition().has(view.id()))
                .findFirst()
                .orElse(first());
    }

    /** @throws keensparrow.core.error.UserException NOT_FOUND when the app has no dataset of that name; null names the first one */
    Part named(@Nullable String name) {
        return parts.stream()
                .filter(part -> Objects.equals(part.definition().name(), name))
                .findFirst()
                .orElseThrow(AppService::notFound);
    }

    /** What a further dataset is called by the app. */
    AppDataset further(Part part) {
        return app.furtherDatasets().get(parts.indexOf(part) - 1);
    }

    List<QueryEngine> engines(DatasetService datasets) {
        return parts.stream().map(part -> datasets.engine(part.version())).toList();
    }

    PartSelections selections(List<QueryEngine> engines, Selection asked) {
        return PartSelections.of(app, definitions(), engines, asked, LocalDate.now(ZoneId.systemDefault()));
    }

    private List<DatasetPart> definitions() {
        return parts.stream().map(Part::definition).toList();
    }

    /** Values that filters offer though only other datasets have them. */
    FollowingValues following(List<QueryEngine> engines) {
        return new FollowingValues(app, definitions(), engines);
    }

    /** Rows of a part that pass. */
    static int passing(Part part, QueryEngine engine, Selection selection) {
        int[] passing = {part.version().rowCount()};
        engine.answer(
                AppQuestions.reading(part.app(), selection), one -> passing[0] = passing(one.answer()), () -> false);
        return passing[0];
    }

    /** Rows of a part that the app shows at all. */
    static int all(Part part, QueryEngine engine) {
        return part.app().condition() == null ? part.version().rowCount() : passing(part, engine, Selection.NONE);
    }

    static int passing(@Nullable Answer answer) {
        var rows = answer instanceof Answer.Groups groups
                ? groups.measures().get(0).values().get(0)
                : null;
        return rows == null ? 0 : rows.intValueExact();
    }

    /**
     * What is read of each dataset, in words.
     *
     * @param passing rows of each part
     * @param request says which views are looked at
     */
    Sentence sentence(Selection selection, List<QueryEngine> engines, List<Integer> passing, PageRequest request) {
        List<AppSentences.Reading> readings = new ArrayList<>();
        for (int p = 0; p < parts.size(); p++) {
            Part part = parts.get(p);
            boolean shown = part.app().views().stream().anyMatch(view -> request.wants(view.id()));
            readings.add(new AppSentences.Reading(
                    part.definition(), part.schema(), passing.get(p), all(part, engines.get(p)), shown));
        }
        return AppSentences.selection(readings, selection);
    }
}
