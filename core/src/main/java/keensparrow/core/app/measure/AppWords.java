package keensparrow.core.app.measure;

import java.util.List;
import java.util.Optional;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.sentence.Wording;
import keensparrow.core.table.Schema;
import org.jspecify.annotations.Nullable;

/**
 * What the sentences of an app call things.
 *
 * @param noun what a row is, in the plural
 * @param schema labels of columns
 * @param measures those that have a name
 */
public record AppWords(String noun, Schema schema, List<NamedMeasure> measures) {
    public AppWords {
        measures = List.copyOf(measures);
    }

    /**
     * A measure at the start of a sentence: its name, or what it is made of.
     *
     * @param id of a named measure, null for none
     */
    public String measure(@Nullable String id, Measure measure) {
        return named(id, measure).orElseGet(() -> begun(MeasureSentences.of(measure, noun, schema), measure));
    }

    /** Likewise as a title. */
    public String title(@Nullable String id, Measure measure) {
        return named(id, measure).orElseGet(() -> MeasureSentences.title(measure, noun, schema));
    }

    /** A further measure of a view as a title: by its name where one is made of the same, else what it is made of. */
    public String further(Measure measure) {
        String id = measures.stream()
                .filter(named -> named.measure().equals(measure.plain()))
                .map(NamedMeasure::id)
                .findFirst()
                .orElse(null);
        return title(id, measure);
    }

    private Optional<String> named(@Nullable String id, Measure measure) {
        return measures.stream()
                .filter(named -> named.id().equals(id))
                .map(named -> measure.derived() == null || measure.equals(named.measure())
                        ? named.name()
                        : named.name() + ", " + measure.derived().label())
                .findFirst();
    }

    /** A formula stands as its author wrote it. */
    private static String begun(String said, Measure measure) {
        return measure.aggregate() == Aggregate.FORMULA ? said : Wording.capital(said);
    }
}
