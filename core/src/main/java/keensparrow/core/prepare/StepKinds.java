package keensparrow.core.prepare;

import java.util.List;
import java.util.stream.Stream;
import keensparrow.core.column.ColumnType;
import keensparrow.core.sentence.Slot;
import keensparrow.core.table.Additivity;
import keensparrow.core.table.Role;

/** The steps whose words can be changed, and what can be said in each. */
public final class StepKinds {
    /** Under the names that their JSON has. */
    public static final List<Slot.OfStepKind> ALL = List.of(
            new Slot.OfStepKind(
                    "relabel", "Call a column", List.of(Slot.column("column", "column"), Slot.text("label", "label"))),
            new Slot.OfStepKind(
                    "retype",
                    "Read a column as another type",
                    List.of(
                            Slot.column("column", "column"),
                            Slot.option(
                                    "type",
                                    "type",
                                    Stream.of(ColumnType.values())
                                            .map(type -> new Slot.Option(type.name(), type.label()))
                                            .toList()))),
            new Slot.OfStepKind(
                    "setRole",
                    "Use a column as",
                    List.of(
                            Slot.column("column", "column"),
                            Slot.option(
                                    "role",
                                    "role",
                                    Stream.of(Role.values())
                                            .map(role -> new Slot.Option(role.name(), role.label()))
                                            .toList()))),
            new Slot.OfStepKind(
                    "setAdditivity",
                    "Say how numbers add up",
                    List.of(
                            Slot.column("column", "column", ColumnType.WHOLE, ColumnType.DECIMAL),
                            Slot.option(
                                    "additivity",
                                    "how they add up",
                                    Stream.of(Additivity.Kind.values())
                                            .map(kind -> new Slot.Option(kind.name(), kind.label()))
                                            .toList()))),
            new Slot.OfStepKind(
                    "setFormat",
                    "Say how numbers are shown",
                    List.of(
                            Slot.column("column", "column", ColumnType.WHOLE, ColumnType.DECIMAL),
                            Slot.format("format", "format"))),
            new Slot.OfStepKind(
                    "fillDown", "Fill blanks with what stands above", List.of(Slot.column("column", "column"))),
            new Slot.OfStepKind("leaveOutColumn", "Leave out a column", List.of(Slot.column("column", "column"))),
            new Slot.OfStepKind(
                    "leaveOutRows",
                    "Leave out rows",
                    List.of(Slot.column("column", "column"), Slot.values("values", "values"))),
            new Slot.OfStepKind(
                    "compute",
                    "Compute a column",
                    List.of(Slot.text("label", "name"), Slot.expression("expression", "expression"))));

    private StepKinds() {}
}
