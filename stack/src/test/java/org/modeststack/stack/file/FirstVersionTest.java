package org.modeststack.stack.file;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.evaluate.BodyResult;
import org.modeststack.stack.evaluate.Evaluator;
import org.modeststack.stack.evaluate.Progress;

/** Documents of the first version, in which bodies had the looks of their materials with them. */
class FirstVersionTest {
    /** Two boxes that touch nowhere, of two looks that share a name, joined, picked by that name, and beveled with it. */
    private static final String TWO_LOOKS = """
            {"format": "modest-stack", "version": 1, "nextId": 20, "mood": "calm", "bodies": [
              {"id": "b1", "name": "A", "material": {"name": "brass", "color": "#C2A468", "shine": {"coat": 0.5}},
               "steps": [
                {"id": 2, "type": "box", "values": {"width": 10, "depth": 10, "height": 10}},
                {"id": 3, "type": "join", "values": {"with": ["b2"]}},
                {"id": 4, "type": "tag", "values": {"what": "faces: material \\"brass\\"", "name": "shiny"}}]},
              {"id": "b2", "name": "B", "material": {"name": "brass", "color": "#FF0000"},
               "steps": [
                {"id": 12, "type": "box", "values": {"width": 4, "depth": 4, "height": 4}},
                {"id": 13, "type": "move", "values": {"by": [50, 0, 0]}},
                {"id": 14, "type": "bevel", "values": {"where": "edges: sharper 30", "width": 0.5, "material": "brass"}}]},
              {"id": "b3", "name": "C", "material": {"name": "plain", "color": "#123456"},
               "steps": [{"id": 15, "type": "box", "values": {}}]},
              {"id": "b4", "name": "D", "steps": [{"id": 16, "type": "box", "values": {}}]}]}
            """;

    private static DocumentFile.Loaded parse(String text) throws DocumentException {
        return DocumentFile.parse(text.getBytes(StandardCharsets.UTF_8), "x");
    }

    private static Map<String, Integer> looks(Document d, Mesh m) {
        Map<String, Integer> faces = new TreeMap<>();
        for (int f = 0; f < m.faceCount(); f++)
            faces.merge(String.format("%06X", d.materials().get(m.materialOf(f)).rgb()), 1, Integer::sum);
        return faces;
    }

    private static Mesh result(Document d, String body) {
        BodyResult r = new Evaluator().evaluate(d, body, Progress.NONE);
        assertFalse(r.failed());
        return r.mesh();
    }

    @Test
    void twoLooksOfOneNameAreToldApartAndStillPickedTogether() throws DocumentException {
        DocumentFile.Loaded l = parse(TWO_LOOKS);
        Document d = l.document();
        assertEquals("brass", d.body("b1").material());
        assertEquals("brass 2", d.body("b2").material());
        assertEquals(
                List.of(
                        "Two materials called brass looked different; one of them is called brass 2 now.",
                        "Two materials called plain looked different; one of them is called plain 2 now."),
                l.remarks().stream()
                        .filter(r -> !r.contains("means nothing here"))
                        .sorted()
                        .toList());
        Mesh b = result(d, "b2"), both = result(d, "b1");
        assertEquals(Set.of("FF0000"), looks(d, b).keySet(), "strips are of the body's own brass, as they were");
        assertEquals(26, b.faceCount());
        assertEquals(Map.of("C2A468", 6, "FF0000", 26), looks(d, both));
        assertEquals(32, both.tag("shiny").size(), "both were called brass");
        assertEquals(Map.of("123456", 6), looks(d, result(d, "b3")));
        assertEquals(
                Map.of(String.format("%06X", Material.DEFAULT.rgb()), 6),
                looks(d, result(d, "b4")),
                "the other plain one stays as it was");
    }

    /** Saved by this version it is of the second, and comes to the same, with what was not known. */
    @Test
    void savedAgainItIsTheSame() throws DocumentException {
        Document d = parse(TWO_LOOKS).document();
        String text = DocumentFile.toText(d);
        assertTrue(text.contains("\"version\" : " + DocumentFile.VERSION) && text.contains("\"mood\" : \"calm\""));
        assertTrue(text.replaceAll("\\s", "").contains("\"shine\":{\"coat\":0.5}"), text);
        DocumentFile.Loaded again = parse(text);
        assertTrue(again.remarks().stream().allMatch(r -> r.contains("means nothing here")));
        assertEquals(text, DocumentFile.toText(again.document()));
        for (String body : List.of("b1", "b2", "b3", "b4"))
            assertTrue(result(d, body).sameAs(result(again.document(), body)));
    }

    /** The ends of what a share may be are shares too. */
    @Test
    void wholeAndNoSharesAreKept() throws DocumentException {
        List<Material> all = List.of(new Material("a", 1, 0, 1, 1), new Material("b", 2, 1, 0, 0));
        Document d = Document.EMPTY;
        for (Material m : all) d = Edits.addMaterial(d, m);
        assertEquals(all, parse(DocumentFile.toText(d)).document().materials().all());
    }

    /** Lists of materials that people have written by hand. */
    @Test
    void whatIsWrongWithAMaterialIsSaid() throws DocumentException {
        DocumentFile.Loaded l = parse("""
                {"format": "modest-stack", "version": 2, "materials": [
                  {"name": "a", "color": "#010203", "roughness": 7}, {"color": "#010203"},
                  {"name": "a", "color": "#040506"}, {"name": "b", "metal": 0.5, "transparency": -1}],
                 "bodies": [{"id": "b1", "name": "A", "material": "gone",
                   "steps": [{"id": 2, "type": "box", "values": {}}]}]}
                """);
        assertEquals(
                List.of(
                        "Material a: \"roughness\" must be a number from 0 to 1, not 7.",
                        "Material 2: it has no name and was left out.",
                        "Material a: it stands there twice; the first one counts.",
                        "Material b: it has no \"colour\".",
                        "Material b: \"transparency\" must be a number from 0 to 1, not -1."),
                l.remarks());
        Document d = l.document();
        assertEquals(
                List.of(new Material("a", 0x010203), new Material("b", Material.DEFAULT.rgb(), 1, 0.5, 0)),
                d.materials().all());
        assertEquals(Material.DEFAULT.rgb(), d.materials().get("gone").rgb());
        assertEquals(Set.of("gone"), Set.copyOf(result(d, "b1").materials()));
    }
}
