package keensparrow.formats;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

/** Formats know the core and files, nothing of servers, records or JSON settings. */
@AnalyzeClasses(packages = "keensparrow.formats", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {
    @ArchTest
    static final ArchRule formatsKnowNoServer = noClasses()
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage(
                    "keensparrow.server..", "io.javalin..", "java.sql..", "com.fasterxml.jackson.databind..");
}
