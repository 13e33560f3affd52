package org.modeststack.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicReference;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.modeststack.app.state.Latest;
import org.modeststack.app.state.PerGeometry;
import org.modeststack.app.view.picture.Picture;
import org.modeststack.app.view.picture.PictureRequest;
import org.modeststack.app.view.picture.PictureThread;
import org.modeststack.mesh.Materials;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.render.Camera;
import org.modeststack.render.DisplayMode;
import org.modeststack.render.Palette;
import org.modeststack.render.Scene;
import org.modeststack.stack.Edits;

/** Whatever goes wrong in the background is said, and the window lives. */
@Timeout(60)
class MishapsInTheWindowTest extends WindowDriver {
    private static void waitFor(java.util.concurrent.Callable<Boolean> done) throws Exception {
        for (int i = 0; i < 3000 && !fx(done); i++) Thread.sleep(5);
        assertTrue(fx(done));
    }

    @Test
    void onePictureThatCannotBeDrawnDoesNotEndThumbnails() throws Exception {
        Geometry bad = Geometry.of(MeshFixtures.cube(1)), good = Geometry.of(MeshFixtures.cube(2));
        List<Geometry> tried = Collections.synchronizedList(new ArrayList<>());
        try (PerGeometry<String> all = new PerGeometry<>(
                "test",
                m -> {
                    tried.add(m);
                    if (m == bad) throw new StackOverflowError();
                    return "drawn";
                },
                () -> {},
                new CountDownLatch(0))) {
            fx(() -> all.of(bad));
            waitFor(() -> !all.isBusy());
            fx(() -> all.of(good));
            waitFor(() -> "drawn".equals(all.of(good)));
            for (int i = 0; i < 5; i++) assertNull(fx(() -> all.of(bad)));
            waitFor(() -> !all.isBusy());
            assertEquals(List.of(bad, good), tried, "what failed is not tried for ever");
        }
    }

    @Test
    void whatCannotBeWorkedOutIsNothingAndTheNextComes() throws Exception {
        CountDownLatch told = new CountDownLatch(2);
        try (Latest<String, Integer> latest = new Latest<>(
                "test",
                k -> {
                    if (k.isEmpty()) throw new AssertionError("a mistake");
                    return k.length();
                },
                told::countDown)) {
            assertNull(fx(() -> latest.of("")));
            waitFor(() -> !latest.isBusy());
            assertNull(fx(() -> latest.of("")));
            assertFalse(fx(latest::isBusy), "it is not tried for ever");
            assertNull(fx(() -> latest.of("four")));
            waitFor(() -> Integer.valueOf(4).equals(latest.of("four")));
            assertTrue(told.await(10, TimeUnit.SECONDS));
        }
    }

    @Test
    void aPictureThatCannotBeDrawnIsSaidAndTheNextIsDrawn() throws Exception {
        AtomicReference<Throwable> failed = new AtomicReference<>();
        AtomicReference<Picture> drawn = new AtomicReference<>();
        try (PictureThread pictures = new PictureThread(drawn::set, failed::set)) {
            Mesh cube = MeshFixtures.cube(10);
            Camera camera = Camera.DEFAULT.fit(cube.bounds(), 80, 60);
            List<PictureRequest.ShownBody> bodies =
                    List.of(new PictureRequest.ShownBody("b1", cube, null, Scene.Item.Look.SOLID, false));
            // A picked element that is not there.
            var wrong = new PictureRequest.Picked(
                    7, org.modeststack.mesh.select.Selection.of(org.modeststack.mesh.ElementKind.FACE, 1), null);
            pictures.request(new PictureRequest(
                    bodies, wrong, Materials.NONE, Palette.LIGHT, DisplayMode.SHADED, camera, 80, 60, 1));
            waitFor(() -> failed.get() != null);
            pictures.request(new PictureRequest(
                    bodies, null, Materials.NONE, Palette.LIGHT, DisplayMode.SHADED, camera, 80, 60, 1));
            waitFor(() -> drawn.get() != null);
            assertEquals("b1", drawn.get().bodyAt(40, 30));
        }
    }

    @Test
    void aMistakeOfAJobIsSaidAndTheNextJobIsDone() throws Exception {
        AtomicReference<String> done = new AtomicReference<>();
        fx(() -> {
            state.jobs()
                    .run(
                            "Counting",
                            () -> {
                                throw new StackOverflowError();
                            },
                            _ -> done.set("no"));
            return null;
        });
        settle();
        assertTrue(fx(messages::text).startsWith("Counting did not go well"), fx(messages::text));
        assertNull(done.get());
        fx(() -> {
            state.jobs().run("Counting", () -> "yes", done::set);
            return null;
        });
        settle();
        assertEquals("yes", done.get());
    }

    @Test
    void aPartOfTheWindowThatMakesAMistakeDoesNotKeepTheNewsFromOthers() throws Exception {
        CountDownLatch told = new CountDownLatch(1);
        fx(() -> {
            document.changed().listen(() -> {
                throw new IllegalStateException("a mistake");
            });
            var letGo = document.changed().listen(() -> {
                throw new AssertionError("nobody listens here any more");
            });
            letGo.end();
            document.changed().listen(told::countDown);
            document.edit("Rename", d -> Edits.renameBody(d, selected.body().id(), "Rim"));
            return null;
        });
        assertTrue(told.await(10, TimeUnit.SECONDS));
        settle();
        assertEquals("Rim", fx(() -> selected.body().name()));
    }

    @Test
    void whatNobodyCatchesIsWrittenDownAndSaid() throws Exception {
        Thread.UncaughtExceptionHandler before = Thread.getDefaultUncaughtExceptionHandler();
        Mishaps mishaps = new Mishaps(dir.resolve("data"));
        AtomicReference<String> said = new AtomicReference<>();
        try {
            mishaps.watch(said::set);
            Thread t = Thread.ofPlatform().name("some thread").unstarted(() -> {
                throw new IllegalStateException("a mistake of its own");
            });
            t.start();
            t.join();
            assertNotNull(said.get());
            assertTrue(said.get().contains(dir.resolve("data").toString()), said.get());
        } finally {
            mishaps.close();
            Thread.setDefaultUncaughtExceptionHandler(before);
        }
        String log = Files.readString(dir.resolve("data").resolve("modest-0-0.log"));
        assertTrue(log.contains("some thread") && log.contains("a mistake of its own"), log);
    }
}
