package org.modeststack.app;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.Architectures.layeredArchitecture;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import org.junit.jupiter.api.Test;
import org.modeststack.app.state.AppState;

/** The arrows between modules, as docs/decisions.md has them. */
class ArchitectureTest {
    private static final JavaClasses ALL = new ClassFileImporter()
            .withImportOption(ImportOption.Predefined.DO_NOT_INCLUDE_TESTS)
            // The fixtures that modules lend each other are tests too.
            .withImportOption(place -> !place.contains("tests.jar") && !place.contains("test-classes"))
            .importPackages("org.modeststack");

    @Test
    void noArrowPointsUpwards() {
        layeredArchitecture()
                .consideringOnlyDependenciesInLayers()
                .layer("mesh")
                .definedBy("org.modeststack.mesh..")
                .layer("steps")
                .definedBy("org.modeststack.steps..")
                .layer("stack")
                .definedBy("org.modeststack.stack..")
                .layer("exchange")
                .definedBy("org.modeststack.exchange..")
                .layer("render")
                .definedBy("org.modeststack.render..")
                .layer("cli")
                .definedBy("org.modeststack.cli..")
                .layer("app")
                .definedBy("org.modeststack.app..")
                .whereLayer("mesh")
                .mayNotAccessAnyLayer()
                .whereLayer("steps")
                .mayOnlyAccessLayers("mesh")
                .whereLayer("exchange")
                .mayOnlyAccessLayers("mesh")
                .whereLayer("render")
                .mayOnlyAccessLayers("mesh")
                .whereLayer("stack")
                .mayOnlyAccessLayers("mesh", "steps")
                .whereLayer("cli")
                .mayOnlyAccessLayers("mesh", "steps", "stack", "exchange", "render")
                .whereLayer("app")
                .mayOnlyAccessLayers("mesh", "steps", "stack", "exchange", "render")
                .check(ALL);
    }

    @Test
    void onlyTheApplicationKnowsTheToolkit() {
        noClasses()
                .that()
                .resideOutsideOfPackage("org.modeststack.app..")
                .should()
                .dependOnClassesThat()
                .resideInAPackage("javafx..")
                .check(ALL);
    }

    @Test
    void noPackagesGoRoundInCircles() {
        slices().matching("org.modeststack.(**)").should().beFreeOfCycles().check(ALL);
    }

    @Test
    void widgetsKnowTheStateAndTheStateKnowsNoWidgets() {
        noClasses()
                .that()
                .resideInAPackage("org.modeststack.app.state..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage(
                        "org.modeststack.app.bodies..",
                        "org.modeststack.app.command..",
                        "org.modeststack.app.drawer..",
                        "org.modeststack.app.file..",
                        "org.modeststack.app.instructions..",
                        "org.modeststack.app.ledger..",
                        "org.modeststack.app.search..",
                        "org.modeststack.app.ui..",
                        "org.modeststack.app.view..",
                        "javafx.scene..",
                        "javafx.stage..")
                .check(ALL);
    }

    /** Only those that put the window and its commands together see all of the state. */
    @Test
    void widgetsGetThePartsTheyNeed() {
        noClasses()
                .that()
                .resideInAnyPackage(
                        "org.modeststack.app.bodies..",
                        "org.modeststack.app.drawer..",
                        "org.modeststack.app.file..",
                        "org.modeststack.app.instructions..",
                        "org.modeststack.app.ledger..",
                        "org.modeststack.app.search..",
                        "org.modeststack.app.ui..",
                        "org.modeststack.app.view..")
                .should()
                .dependOnClassesThat()
                .areAssignableTo(AppState.class)
                .check(ALL);
    }
}
