package org.modeststack.mesh;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import org.junit.jupiter.api.Test;

class MaterialsTest {
    private static final Material BRASS = new Material("brass", 0xC2A468);
    private static final Material SLATE = new Material("slate", 0x444850, 0.5, 0, 0.25);
    private static final Materials TWO = Materials.of(List.of(BRASS, SLATE));

    @Test
    void whatIsThereAlreadyIsNotAddedAgain() {
        assertEquals(new Materials.Added(TWO, "slate"), TWO.adding(SLATE));
        assertSame(TWO, TWO.adding(SLATE).materials());
        assertEquals("plain", Materials.NONE.adding(Material.DEFAULT).name());
        assertEquals(
                List.of(), Materials.NONE.adding(Material.DEFAULT).materials().all());
    }

    /** Each field by itself makes another look. */
    @Test
    void anotherLookGetsANameOfItsOwn() {
        Materials all = TWO;
        List<Material> looks = List.of(
                new Material("slate", 0x444851, 0.5, 0, 0.25),
                new Material("slate", 0x444850, 0.4, 0, 0.25),
                new Material("slate", 0x444850, 0.5, 1, 0.25),
                new Material("slate", 0x444850, 0.5, 0, 0.3));
        for (int i = 0; i < looks.size(); i++) {
            Materials.Added added = all.adding(looks.get(i));
            assertEquals("slate " + (i + 2), added.name());
            all = added.materials();
        }
        for (int i = 0; i < looks.size(); i++)
            assertEquals("slate " + (i + 2), all.adding(looks.get(i)).name(), "and is found again");
        assertEquals("plain 2", TWO.adding(new Material("plain", 0)).name(), "the default is always there");
    }

    @Test
    void placesAreKept() {
        Material red = new Material("brass", 0xFF0000), gilt = new Material("gilt", 0xFFD700);
        assertEquals(List.of(red, SLATE), TWO.with(red).all());
        assertEquals(List.of(gilt, SLATE), TWO.replaced("brass", gilt).all());
        assertEquals(List.of(BRASS, SLATE, gilt), TWO.replaced("plain", gilt).all());
        assertThrows(IllegalArgumentException.class, () -> TWO.replaced("brass", SLATE));
        assertThrows(IllegalArgumentException.class, () -> TWO.replaced("brass", new Material("plain", 0)));
    }

    @Test
    void whatIsNotThereLooksLikeTheDefault() {
        assertEquals(Material.DEFAULT.withName("enamel"), TWO.get("enamel"));
        assertFalse(TWO.has("enamel"));
        assertTrue(TWO.has("plain"));
    }

    @Test
    void sharesAreBetweenNothingAndAll() {
        for (double wrong : new double[] {-0.1, 1.1, Double.NaN}) {
            assertThrows(IllegalArgumentException.class, () -> new Material("a", 0, wrong, 0, 0));
            assertThrows(IllegalArgumentException.class, () -> new Material("a", 0, 0, wrong, 0));
            assertThrows(IllegalArgumentException.class, () -> new Material("a", 0, 0, 0, wrong));
        }
        assertThrows(IllegalArgumentException.class, () -> new Material(" ", 0));
    }
}
