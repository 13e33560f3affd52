package org.modeststack.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import javafx.geometry.Bounds;
import javafx.scene.Node;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.app.look.Appearance;
import org.modeststack.app.look.Theme;

/** The window in other colours, with larger texts, and small. */
class LooksInTheWindowTest extends WindowDriver {
    private int corner() throws Exception {
        return fx(() -> window.view().picture().pixels()[0]);
    }

    @Test
    void aThemeChangesTheWindowThePictureAndTheSmallPictures() throws Exception {
        int before = corner();
        for (Theme theme : new Theme[] {Theme.DARK, Theme.CONTRAST, Theme.LIGHT}) {
            command(theme.label() + " colours");
            assertEquals(theme, fx(() -> appearance.theme()));
            assertEquals(
                    theme.palette(), fx(() -> window.view().picture().request().palette()));
            int rgb = corner() & 0xFFFFFF, top = theme.palette().top() & 0xFFFFFF;
            for (int shift = 0; shift < 24; shift += 8)
                assertTrue(Math.abs((rgb >> shift & 255) - (top >> shift & 255)) < 24, Integer.toHexString(rgb));
        }
        assertEquals(before, corner());
    }

    @Test
    void textsGrowAndShrinkByKeys() throws Exception {
        Node title = shownNodes("body-title").getFirst();
        double before = fx(() -> title.getLayoutBounds().getHeight());
        for (int i = 1; i < Appearance.SIZES.size(); i++) command("Larger text");
        assertEquals(200, fx(() -> appearance.textSize()));
        assertTrue(fx(() -> title.getLayoutBounds().getHeight()) > 1.7 * before);
        command("Larger text");
        for (int i = 0; i < Appearance.SIZES.size(); i++) command("Smaller text");
        assertEquals(100, fx(() -> appearance.textSize()));
        assertEquals(before, fx(() -> title.getLayoutBounds().getHeight()), 0.6);
    }

    /** Nothing that is pressed lies outside the window or under something else. */
    @ParameterizedTest
    @CsvSource({"1280, 800, 100", "900, 600, 100", "1280, 800, 150", "900, 600, 130", "1280, 800, 200", "900, 600, 200"
    })
    void allThereIsToPressIsWithinTheWindow(int width, int height, int percent) throws Exception {
        sized(width, height, percent);
        settleWholly();
        fx(() -> {
            double w = stage.getScene().getWidth(), h = stage.getScene().getHeight();
            for (String name : new String[] {
                "menu-bar", "bar-button", "add-body", "drawer-close", "segments", "ledger-fold", "find-body"
            }) {
                for (Node n : stage.getScene().getRoot().lookupAll("." + name)) {
                    // The drawer scrolls.
                    if (!isSeen(n) || isInDrawerForm(n)) continue;
                    Bounds b = n.localToScene(n.getLayoutBounds());
                    assertTrue(
                            b.getMinX() >= -0.5
                                    && b.getMaxX() <= w + 0.5
                                    && b.getMinY() >= -0.5
                                    && b.getMaxY() <= h + 0.5,
                            name + " at " + b + " in " + w + " x " + h);
                }
            }
            Node kinds = stage.getScene().getRoot().lookup(".pick-bar");
            for (Node n : window.view().getChildrenUnmodifiable()) {
                if (n == kinds || !n.isVisible() || !n.getStyleClass().contains("segments")) continue;
                assertTrue(
                        !n.getBoundsInParent().intersects(kinds.getBoundsInParent()), "switches lie on the pick bar");
            }
            return null;
        });
    }

    /** What can be done with several bodies goes on in a second line where the view is narrow. */
    @ParameterizedTest
    @CsvSource({"1280, 800, 100", "900, 600, 100", "900, 600, 130", "1280, 800, 200"})
    void allThatCanBeDoneWithSeveralBodiesIsInSight(int width, int height, int percent) throws Exception {
        sized(width, height, percent);
        fx(() -> {
            selected.toggle(document.current().bodyNamed("Roof").id());
            return null;
        });
        settleWholly();
        fx(() -> {
            Bounds view = window.view().localToScene(window.view().getLayoutBounds());
            int seen = 0;
            for (Node n : window.view().lookup(".chosen-bar").lookupAll(".chosen-action")) {
                Bounds b = n.localToScene(n.getLayoutBounds());
                assertTrue(view.contains(b), b + " in " + view);
                seen++;
            }
            assertTrue(seen >= 10, "only " + seen);
            return null;
        });
    }

    /** The drawer open in a window of some size. */
    private void sized(int width, int height, int percent) throws Exception {
        fx(() -> {
            stage.setWidth(width);
            stage.setHeight(height);
            appearance.show(Theme.LIGHT, percent);
            return null;
        });
        open("Lamp housing", 5);
    }

    private static boolean isInDrawerForm(Node n) {
        for (Node p = n; p != null; p = p.getParent()) if (p.getStyleClass().contains("drawer-form")) return true;
        return false;
    }
}
