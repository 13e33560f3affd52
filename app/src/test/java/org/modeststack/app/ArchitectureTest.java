package org.modeststack.app;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.Architectures.layeredArchitecture;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import org.junit.jupiter.api.Test;

/** The arrows between modules, as docs/decisions.md has them. */
class ArchitectureTest {
    private static final JavaClasses ALL = new ClassFileImporter()
            .withImportOption(ImportOption.Predefined.DO_NOT_INCLUDE_TESTS)
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
}
