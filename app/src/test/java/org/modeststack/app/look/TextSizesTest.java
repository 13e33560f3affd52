package org.modeststack.app.look;

import static org.junit.jupiter.api.Assertions.assertEquals;

import org.junit.jupiter.api.Test;

class TextSizesTest {
    @Test
    void textsAndWhatIsAsHighAsThemGrowAndNothingElse() {
        assertEquals(
                ".a { -fx-font-size: 19.5px; -fx-padding: 4 5; -fx-min-height: 57; -fx-border-width: 2 }",
                TextSizes.scaled(
                                ".a { -fx-font-size: 13px; -fx-padding: 4 5; -fx-min-height: 38; -fx-border-width: 2 }",
                                150)
                        .replace("19.50", "19.5")
                        .replace("57.00", "57"));
    }
}
