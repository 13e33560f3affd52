package org.modeststack.app;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.mockito.ArgumentMatchers;
import org.mockito.Mockito;
import org.modeststack.exchange.LengthUnit;
import org.modeststack.exchange.registry.MeshFormat;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Materials;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.demo.SkerryLight;
import org.modeststack.stack.evaluate.Evaluator;
import org.modeststack.stack.evaluate.Progress;
import org.modeststack.stack.file.DocumentFile;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.combine.BooleanStep;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.mark.TagStep;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Seat;

/** Files are read and written beside the interface, from snapshots, and what only a file has is not lost. */
class FilesInTheBackgroundTest extends WindowDriver {
    private void rename(String name) throws Exception {
        fx(() -> {
            document.edit("Rename", d -> Edits.renameBody(d, selected.body().id(), name));
            return null;
        });
    }

    /** Keeps the thread of all reading and writing busy until it is let go on. */
    private CountDownLatch hold() throws Exception {
        CountDownLatch go = new CountDownLatch(1);
        fx(() -> {
            state.jobs()
                    .run(
                            "Waiting",
                            () -> {
                                go.await();
                                return null;
                            },
                            _ -> {});
            return null;
        });
        return go;
    }

    private static Document read(Path file) throws IOException {
        return DocumentFile.read(file).document();
    }

    private void answer(Boolean first) {
        Mockito.when(dialogs.decide(
                        ArgumentMatchers.anyString(),
                        ArgumentMatchers.anyString(),
                        ArgumentMatchers.anyString(),
                        ArgumentMatchers.anyString(),
                        ArgumentMatchers.anyString()))
                .thenReturn(first);
    }

    @Test
    void whatIsSavedIsWhatThereWasWhenItWasAskedFor() throws Exception {
        Path file = dir.resolve("a.mstack");
        CountDownLatch go = hold();
        rename("Then");
        Document then = document();
        fx(() -> {
            files.saveTo(file, _ -> {});
            return null;
        });
        // The interface goes on while the file waits to be written.
        rename("Later");
        assertFalse(Files.exists(file));
        go.countDown();
        settle();
        assertEquals(then, read(file));
        assertTrue(fx(document::isDirty), "what came later is not saved");
        command("Undo");
        assertFalse(fx(document::isDirty));
    }

    /** A job that hears nothing, as one that reads from a disk which does not answer, does not keep others from saving. */
    @Test
    void aJobThatDoesNotEndIsGivenUp() throws Exception {
        Path file = dir.resolve("b.mstack");
        AtomicBoolean let = new AtomicBoolean();
        AtomicBoolean told = new AtomicBoolean();
        fx(() -> {
            state.jobs()
                    .run(
                            "Reading",
                            () -> {
                                while (!let.get()) Thread.onSpinWait();
                                return null;
                            },
                            _ -> told.set(true));
            files.saveTo(file, _ -> {});
            return null;
        });
        while (fx(() -> state.jobs().runningFor(0)) == null) Thread.sleep(1);
        fx(() -> {
            state.jobs().cancel();
            return null;
        });
        for (int i = 0; i < 400 && fx(() -> state.jobs().isBusy()); i++) Thread.sleep(20);
        assertFalse(fx(() -> state.jobs().isBusy()));
        assertEquals(document(), read(file));
        let.set(true);
        settle();
        assertFalse(told.get(), "what it comes to at last is told to nobody");
    }

    @Test
    void theSafetyCopyIsWrittenBesideTheInterfaceAndOnce() throws Exception {
        Path folder = dir.resolve("autosave");
        rename("Then");
        Document then = document();
        CountDownLatch go = hold();
        for (int i = 0; i < 5; i++)
            fx(() -> {
                files.keepSafe();
                return null;
            });
        assertFalse(Files.isDirectory(folder));
        go.countDown();
        settle();
        List<Path> copies = copies(folder);
        assertEquals(1, copies.size());
        assertEquals(then, read(copies.getFirst()));
        // Nothing has changed since: nothing is written.
        Files.delete(copies.getFirst());
        fx(() -> {
            files.keepSafe();
            return null;
        });
        settle();
        assertEquals(List.of(), copies(folder));
    }

    private static List<Path> copies(Path folder) throws IOException {
        try (Stream<Path> all = Files.list(folder)) {
            return all.filter(f -> f.toString().endsWith(".mstack")).toList();
        }
    }

    @Test
    void savingLeavesNoSafetyCopy() throws Exception {
        rename("Then");
        fx(() -> {
            files.keepSafe();
            return null;
        });
        settle();
        assertTrue(save(dir.resolve("a.mstack")));
        settle();
        assertEquals(List.of(), copies(dir.resolve("autosave")));
    }

    @Test
    void anExportIsOfTheDocumentAsItIsNow() throws Exception {
        Path file = dir.resolve("flange.obj");
        Mesh before = shown();
        fx(() -> {
            document.edit(
                    "Change diameter",
                    d -> Edits.setValue(
                            d,
                            selected.body().id(),
                            selected.body().entries().getFirst().id(),
                            "diameter",
                            150.0));
            // In the same moment, long before there are new results.
            meshes.exportTo(file, LengthUnit.MM);
            return null;
        });
        settle();
        Mesh exported = MeshFormat.read(file, LengthUnit.MM).mesh();
        assertArrayEquals(shown().xyz(), exported.xyz());
        assertEquals(150, exported.bounds().size().x(), 0.2);
        assertTrue(exported.bounds().size().x() > before.bounds().size().x() + 20);
    }

    @Test
    void aBodyWithAFailedStepIsNotExportedAsTheLastGoodOne() throws Exception {
        Path file = dir.resolve("flange.stl");
        Files.writeString(file, "an earlier export");
        fx(() -> {
            document.edit(
                    "Cut with nothing",
                    d -> Edits.addStep(d, selected.body().id(), 9, new BooleanStep(Operation.DIFFERENCE, Bodies.NONE)));
            return null;
        });
        settle();
        fx(() -> {
            meshes.exportTo(file, LengthUnit.MM);
            return null;
        });
        settle();
        String said = fx(messages::text);
        assertTrue(said.startsWith("Nothing was exported: step 4 of Flange could not be done"), said);
        assertTrue(fx(messages::isFault));
        assertEquals("an earlier export", Files.readString(file));
        // Up to the marker line it is fine.
        command("Show one step less");
        fx(() -> {
            meshes.exportTo(file, LengthUnit.MM);
            return null;
        });
        settle();
        assertEquals(
                shown().triangulation().count(),
                MeshFormat.read(file, LengthUnit.MM).mesh().faceCount());
    }

    /** As when a mesh is given at the start: what its numbers mean is asked for. */
    @Test
    void whatTheNumbersOfAMeshMeanIsAsked() throws Exception {
        Path file = dir.resolve("block.obj");
        MeshFormat.write(MeshFixtures.cube(10), Materials.NONE, file, LengthUnit.MM);
        Mockito.doAnswer(call -> {
                    call.<Consumer<String>>getArgument(4).accept(LengthUnit.CM.label());
                    return null;
                })
                .when(dialogs)
                .choose(
                        ArgumentMatchers.any(),
                        ArgumentMatchers.eq("Lengths in block.obj are in"),
                        ArgumentMatchers.any(),
                        ArgumentMatchers.any(),
                        ArgumentMatchers.any());
        fx(() -> {
            meshes.importAsked(file);
            return null;
        });
        settle();
        assertEquals("block", fx(() -> selected.body().name()));
        assertEquals(100, shown().bounds().size().x());
    }

    @Test
    void aMeshThatIsReadTooLateDoesNotLandInAnotherDocument() throws Exception {
        Path file = dir.resolve("block.obj");
        MeshFormat.write(MeshFixtures.cube(10), Materials.NONE, file, LengthUnit.MM);
        CountDownLatch go = hold();
        fx(() -> {
            meshes.importFrom(file, LengthUnit.MM);
            document.open(fittings(), "Another");
            return null;
        });
        go.countDown();
        settle();
        assertEquals(fittings(), document());
        assertTrue(fx(messages::text).startsWith("block.obj was read for a document that is closed now"));
    }

    @Test
    void whatIsPickedStaysWhenAMeshIsReadAgainWithAHoleMore() throws Exception {
        Path file = dir.resolve("plate.obj");
        MeshFormat.write(plate(document -> document), Materials.NONE, file, LengthUnit.MM);
        fx(() -> {
            meshes.importFrom(file, LengthUnit.MM);
            return null;
        });
        settle();
        Pick top = fx(() -> {
            Mesh m = results.shownMesh(selected.body());
            Pick p = Pick.hand(m, PickText.parse("faces: facing 0 0 1 10").on(m).selection());
            String id = selected.body().id();
            document.edit("Tag", d -> Edits.addStep(d, id, 1, new TagStep(p, "top", 1)));
            return p;
        });
        MeshFormat.write(plate(FilesInTheBackgroundTest::bored), Materials.NONE, file, LengthUnit.MM);
        fx(() -> {
            assertTrue(meshes.canReread());
            meshes.rereadFrom(file, LengthUnit.MM);
            return null;
        });
        settle();
        assertTrue(
                fx(messages::text).matches("plate.obj read again: [0-9]+ faces, 4 as they were, .*"),
                fx(messages::text));
        Mesh now = shown();
        assertEquals(
                PickText.parse("faces: facing 0 0 1 10").on(now).selection(),
                top.on(now).selection());
        assertEquals(0, top.on(now).lost());
        assertTrue(fx(() ->
                results.result(selected.body().id()).steps().getLast().remarks().isEmpty()));
    }

    private static Mesh plate(UnaryOperator<Document> more) {
        Document d = more.apply(
                Edits.addBody(Document.EMPTY, "Plate", Material.DEFAULT, new Box(60, 40, 10, 1, 1, 1, Seat.STANDING)));
        return new Evaluator()
                .evaluate(d, d.bodies().getFirst().id(), Progress.NONE)
                .mesh();
    }

    private static Document bored(Document d) {
        Document two = Edits.addBody(d, "Drill", Material.DEFAULT, new Cylinder(12, 30, 16, 1, 0, Seat.CENTRED));
        String drill = two.bodies().getLast().id();
        return Edits.addStep(
                two, d.bodies().getFirst().id(), 1, new BooleanStep(Operation.DIFFERENCE, Bodies.of(drill)));
    }

    /** A file that is read for long does not take the place of what was done meanwhile without a question. */
    @Test
    void whatIsDoneWhileAFileIsReadIsNotLost() throws Exception {
        Path file = dir.resolve("a.mstack");
        DocumentFile.write(Document.EMPTY, file);
        CountDownLatch go = hold();
        fx(() -> {
            files.load(file);
            return null;
        });
        rename("Meanwhile");
        Document edited = document();
        answer(null);
        go.countDown();
        settle();
        assertEquals(edited, document(), "the user stays");
        answer(false);
        fx(() -> {
            files.load(file);
            return null;
        });
        settle();
        assertEquals(Document.EMPTY, document());
    }

    @Test
    void aFileOfANewerVersionIsOnlyToLookAt() throws Exception {
        Path file = dir.resolve("newer.mstack");
        String text = DocumentFile.toText(SkerryLight.document())
                .replaceFirst(
                        "\"version\" : \\d+", "\"version\" : " + (DocumentFile.VERSION + 1) + ", \"moods\" : [ 7 ]");
        Files.writeString(file, text);
        fx(() -> {
            files.load(file);
            return null;
        });
        settle();
        assertTrue(fx(messages::text).startsWith("This document was saved by a newer Modest Stack"));
        rename("Rim");
        assertFalse(save(file));
        assertTrue(fx(messages::text).contains("would lose what is not known here"), fx(messages::text));
        assertEquals(text, Files.readString(file));
        assertTrue(fx(document::isDirty));
        Path copy = dir.resolve("copy.mstack");
        assertTrue(save(copy));
        assertEquals(document(), read(copy));
        assertTrue(save(copy), "a file of this version's own");
    }

    @ParameterizedTest
    @CsvSource(
            nullValues = "stay",
            value = {"true", "stay"})
    void aFileThatAnotherProgramHasChangedIsNotSavedOverUnseen(Boolean over) throws Exception {
        Path file = dir.resolve("a.mstack");
        assertTrue(save(file));
        Files.writeString(file, "written by somebody else");
        rename("Rim");
        answer(over);
        assertEquals(over != null, save(file));
        Mockito.verify(dialogs)
                .decide(
                        ArgumentMatchers.eq("File changed"),
                        ArgumentMatchers.eq("a.mstack was changed by another program."),
                        ArgumentMatchers.anyString(),
                        ArgumentMatchers.eq("Save over it"),
                        ArgumentMatchers.eq("Save as…"));
        if (over == null) assertEquals("written by somebody else", Files.readString(file));
        else assertEquals(document(), read(file));
        assertEquals(over == null, fx(document::isDirty));
    }

    @Test
    void aFileThatWasOnlyTouchedIsSavedWithoutAQuestion() throws Exception {
        Path file = dir.resolve("a.mstack");
        assertTrue(save(file));
        Files.setLastModifiedTime(file, java.nio.file.attribute.FileTime.fromMillis(1_000_000));
        rename("Rim");
        assertTrue(save(file));
        Mockito.verifyNoInteractions(dialogs);
        assertEquals(document(), read(file));
    }

    @ParameterizedTest
    @CsvSource(
            nullValues = "stay",
            value = {"true", "false", "stay"})
    void unsavedWorkIsAskedAbout(Boolean keep) throws Exception {
        Path file = dir.resolve("a.mstack");
        assertTrue(save(file));
        rename("Rim");
        Document edited = document();
        answer(keep);
        fx(() -> {
            files.newDocument();
            return null;
        });
        settle();
        assertEquals(keep == null ? edited : Document.EMPTY, document());
        if (keep == null || keep) assertTrue(keep == null || read(file).equals(edited));
        else assertEquals("Flange", read(file).bodies().getFirst().name());
    }

    @Test
    void aJobThatIsStoppedChangesNothing() throws Exception {
        Path file = dir.resolve("a.mstack");
        CountDownLatch go = hold();
        fx(() -> {
            files.saveTo(file, _ -> {});
            return null;
        });
        // The job that is stopped is the one that waits; it is told by interrupting nothing, so it ends by itself.
        go.countDown();
        settle();
        assertTrue(Files.exists(file));
        CountDownLatch begun = new CountDownLatch(1);
        fx(() -> {
            state.jobs()
                    .run(
                            "Counting",
                            () -> {
                                begun.countDown();
                                while (true) org.modeststack.mesh.work.Work.checkpoint();
                            },
                            _ -> messages.say("counted", false));
            return null;
        });
        begun.await();
        command("Stop the calculation");
        assertEquals("Counting was stopped; nothing has changed.", fx(messages::text));
    }
}
