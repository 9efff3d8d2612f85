package keensparrow.server;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

/** The arrows between modules and inside the server. */
@AnalyzeClasses(packages = "keensparrow", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {
    @ArchTest
    static final ArchRule arrowsPointDown = noClasses()
            .that()
            .resideInAnyPackage("keensparrow.core..", "keensparrow.formats..")
            .should()
            .dependOnClassesThat()
            .resideInAPackage("keensparrow.server..");

    @ArchTest
    static final ArchRule coreKnowsNoFormats = noClasses()
            .that()
            .resideInAPackage("keensparrow.core..")
            .should()
            .dependOnClassesThat()
            .resideInAPackage("keensparrow.formats..");

    @ArchTest
    static final ArchRule featuresFormNoCircle =
            slices().matching("keensparrow.server.(*)..").should().beFreeOfCycles();

    @ArchTest
    static final ArchRule storeAndHttpKnowNoFeature = noClasses()
            .that()
            .resideInAnyPackage("keensparrow.server.store..", "keensparrow.server.http..")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage(
                    "keensparrow.server.account..",
                    "keensparrow.server.dataset..",
                    "keensparrow.server.source..",
                    "keensparrow.server.app..",
                    "keensparrow.server.publish..",
                    "keensparrow.server.job..");

    @ArchTest
    static final ArchRule sqlStandsInRepositories = noClasses()
            .that()
            .haveNameNotMatching(".*(Repository|Database|Jobs|Connections|QueryService|ResultText).*")
            .should()
            .dependOnClassesThat()
            .areAssignableTo(java.sql.ResultSet.class)
            .orShould()
            .callMethod(java.sql.Connection.class, "prepareStatement", String.class);

    /** The web framework stays at the edge: services and repositories know no request. */
    @ArchTest
    static final ArchRule javalinStandsInRoutesAndWiring = noClasses()
            .that()
            .resideInAPackage("keensparrow..")
            .and()
            .resideOutsideOfPackage("keensparrow.server.http..")
            .and()
            .haveNameNotMatching(
                    ".*(Routes|Sessions|PageAnswers|PageDownloads|AnswerStream|TableResponse|AuditLog|keensparrow\\.server\\.Server)(\\$.*)?")
            .should()
            .dependOnClassesThat()
            .resideInAPackage("io.javalin..");
}
