package keensparrow.bench;

import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import keensparrow.core.app.App;
import keensparrow.core.app.AppQuestions;
import keensparrow.core.app.AppSentences;
import keensparrow.core.app.PageRequest;
import keensparrow.core.app.Selection;
import keensparrow.core.app.view.View;
import keensparrow.core.draft.FirstDraft;
import keensparrow.core.draft.RowName;
import keensparrow.core.engine.MemoryEngine;
import keensparrow.core.error.UserException;
import keensparrow.core.infer.load.LoadedTable;
import keensparrow.core.infer.source.LoadWatch;
import keensparrow.core.layout.ReadingChoices;
import keensparrow.core.prepare.Proposals;
import keensparrow.core.prepare.Step;
import keensparrow.core.prepare.Steps;
import keensparrow.core.profile.Profile;
import keensparrow.core.question.Answer;
import keensparrow.core.table.Additivity;
import keensparrow.core.table.ColumnFormat;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Table;
import keensparrow.formats.document.Document;
import keensparrow.formats.document.Reading;

/** Prints how each of some files is read and the first app made of it, to be judged by eye: {@code ./sparrow judge FILE...}. */
final class FirstApps {
    private FirstApps() {}

    public static void main(String[] args) throws IOException {
        for (String arg : args) {
            Path path = Path.of(arg);
            if (Files.isDirectory(path)) {
                try (Stream<Path> files = Files.walk(path)) {
                    for (Path file : files.filter(Files::isRegularFile).sorted().toList()) {
                        judge(file);
                    }
                }
            } else {
                judge(path);
            }
        }
    }

    private static void judge(Path file) throws IOException {
        String name = file.getFileName().toString();
        System.out.println("=== " + file);
        try (Document document = Document.open(file, name, ReadingChoices.AS_FOUND)) {
            Reading reading = new Reading(List.of(document), ReadingChoices.AS_FOUND);
            reading.chosen()
                    .forEach(one -> System.out.println("area: " + one.found().area()));
            print(reading.load(Map.of(), List.of(), LoadWatch.NONE), name);
        } catch (UserException e) {
            System.out.println("REFUSED " + e.code() + ": " + e.text());
        }
    }

    private static void print(LoadedTable loaded, String name) {
        loaded.report().notes().forEach(note -> System.out.println("note: " + note));
        loaded.report().ambiguities().forEach(ambiguity -> System.out.println("asked: " + ambiguity.text()));
        loaded.report().conversionErrors().stream()
                .limit(5)
                .forEach(conversionError -> System.out.println("misfit: " + conversionError));
        Proposals proposals = Proposals.of(loaded.table());
        proposals.notes().forEach(note -> System.out.println("note: " + note));
        proposals.ambiguities().forEach(ambiguity -> System.out.println("asked: " + ambiguity.text()));
        List<Step> steps = proposals.steps();
        Steps.Run run = Steps.run(loaded.table(), steps);
        run.done().forEach(done -> System.out.println("step: " + done.sentence().text()));
        Table table = run.table();
        Profile profile = Profile.of(table);
        System.out.println(table.rowCount() + " rows");
        for (ColumnInfo column : table.schema().columns()) {
            ColumnFormat format = column.format();
            Additivity adds = column.additivity();
            boolean measured = adds != null && column.role().name().equals("MEASURE");
            System.out.printf(
                    "  %-26s %-9s %-10s %s %d different, %d blank, from %s to %s%s%n",
                    column.label(),
                    column.type(),
                    column.role(),
                    format == null ? "" : format.kind() + " " + format.unit(),
                    profile.column(column.name()).distinct(),
                    profile.column(column.name()).blanks(),
                    profile.column(column.name()).min(),
                    profile.column(column.name()).max(),
                    measured ? "; " + adds.kind() + ", " + adds.reason() : "");
        }
        App app = FirstDraft.of(
                table.schema(),
                profile,
                FirstDraft.titleFrom(name),
                FirstDraft.nounFor(table.schema(), profile, FirstDraft.nounFrom(name)));
        app.validate();
        System.out.println("names a row: "
                + RowName.of(table.schema(), profile).map(ColumnInfo::label).orElse("-"));
        System.out.println("filters: "
                + app.filters().stream()
                        .map(filter -> filter.column() + " " + filter.kind())
                        .toList());
        Map<String, String> answers = answers(app, table);
        for (View view : app.views()) {
            String shown = view.isOfRows() ? String.valueOf(view.columns()) : answers.get(view.id());
            System.out.println("view: " + AppSentences.title(view, app, table.schema()) + " | "
                    + AppSentences.view(view, app, table.schema()).text() + " " + view.place() + " = " + shown);
        }
    }

    private static Map<String, String> answers(App app, Table table) {
        Map<String, String> answers = new HashMap<>();
        new MemoryEngine(table)
                .answer(
                        AppQuestions.of(app, new PageRequest(Selection.NONE, null, Map.of(), Map.of(), true)),
                        answered -> {
                            String text = answered.failure() != null
                                    ? "FAILED " + answered.failure()
                                    : shorter(answered.answer());
                            answers.put(answered.id().replace("view:", ""), text);
                        },
                        () -> false);
        return answers;
    }

    private static String shorter(Answer answer) {
        if (!(answer instanceof Answer.Groups groups)) {
            return "";
        }
        List<BigDecimal> values = groups.measures().get(0).values();
        String first = values.stream()
                .limit(6)
                .map(value -> value == null
                        ? "-"
                        : value.round(new java.math.MathContext(6)).toPlainString())
                .toList()
                .toString();
        String keys = groups.axis().stream()
                .limit(6)
                .map(key -> String.valueOf(key.value()))
                .toList()
                .toString();
        return groups.axis().size() + " groups " + (groups.axis().size() > 1 ? keys : "") + first;
    }
}
