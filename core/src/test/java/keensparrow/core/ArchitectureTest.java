package keensparrow.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import com.tngtech.archunit.library.Architectures;

/** The arrows inside the core: a package uses those before it in this list, no other. */
@AnalyzeClasses(packages = "keensparrow.core", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {
    @ArchTest
    static final ArchRule packagesUseOnlyThoseAboveThem = layers();

    private static ArchRule layers() {
        String[] order = {
            "error",
            "column",
            "table",
            "rows",
            "expression",
            "filter",
            "group",
            "aggregate",
            "question",
            "engine",
            "sentence",
            "meaning",
            "infer",
            "profile",
            "prepare",
            "app",
            "draft"
        };
        Architectures.LayeredArchitecture layered =
                Architectures.layeredArchitecture().consideringOnlyDependenciesInLayers();
        for (String name : order) {
            layered = layered.layer(name).definedBy("keensparrow.core." + name);
        }
        for (int i = 0; i < order.length; i++) {
            String[] later = java.util.Arrays.copyOfRange(order, i + 1, order.length);
            layered = later.length == 0
                    ? layered.whereLayer(order[i]).mayNotBeAccessedByAnyLayer()
                    : layered.whereLayer(order[i]).mayOnlyBeAccessedByLayers(later);
        }
        return layered;
    }

    @ArchTest
    static final ArchRule coreKnowsTheJdkAlone = noClasses()
            .should()
            .dependOnClassesThat()
            .resideOutsideOfPackages("keensparrow.core..", "java..", "org.jspecify..");

    @ArchTest
    static final ArchRule coreKnowsNoDatabaseAndNoNetwork = noClasses()
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("java.sql..", "java.net..", "java.nio.file..");
}
