package keensparrow.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import com.tngtech.archunit.library.Architectures;
import java.util.stream.Stream;

/** The arrows inside the core: a package uses those before it in this list, no other. */
@AnalyzeClasses(packages = "keensparrow.core", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {
    private static final String[] ORDER = {
        "words",
        "error",
        "column",
        "table",
        "meaning",
        "rows",
        "expression",
        "group",
        "filter",
        "aggregate",
        "question",
        "parallel",
        "engine.cache",
        "engine.filter",
        "engine.group",
        "engine.measure",
        "engine.scan",
        "engine.aggregation",
        "engine.rows",
        "engine",
        "sentence",
        "sql",
        "infer.source",
        "infer.text",
        "infer.guess",
        "infer.load",
        "layout",
        "profile",
        "prepare",
        "doubt",
        "app.filter",
        "app.measure",
        "app.view",
        "app.choice",
        "app",
        "app.slot",
        "draft"
    };

    @ArchTest
    static final ArchRule packagesUseOnlyThoseAboveThem = layers();

    private static ArchRule layers() {
        Architectures.LayeredArchitecture layered =
                Architectures.layeredArchitecture().consideringOnlyDependenciesInLayers();
        for (String name : ORDER) {
            layered = layered.layer(name).definedBy("keensparrow.core." + name);
        }
        for (int i = 0; i < ORDER.length; i++) {
            String[] later = java.util.Arrays.copyOfRange(ORDER, i + 1, ORDER.length);
            layered = later.length == 0
                    ? layered.whereLayer(ORDER[i]).mayNotBeAccessedByAnyLayer()
                    : layered.whereLayer(ORDER[i]).mayOnlyBeAccessedByLayers(later);
        }
        return layered;
    }

    /** A package that stands in no layer would be held to nothing. */
    @ArchTest
    static final ArchRule everyPackageHasItsPlace = classes()
            .should()
            .resideInAnyPackage(
                    Stream.of(ORDER).map(name -> "keensparrow.core." + name).toArray(String[]::new));

    @ArchTest
    static final ArchRule coreKnowsTheJdkAlone = noClasses()
            .that()
            .resideOutsideOfPackage("keensparrow.core.words..") // templates are a library's
            .and()
            .doNotHaveSimpleName("TextPattern") // as are regular expressions that end in time
            .should()
            .dependOnClassesThat()
            .resideOutsideOfPackages("keensparrow.core..", "java..", "org.jspecify..");

    @ArchTest
    static final ArchRule coreKnowsNoDatabaseAndNoNetwork = noClasses()
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("java.sql..", "java.net..", "java.nio.file..");
}
