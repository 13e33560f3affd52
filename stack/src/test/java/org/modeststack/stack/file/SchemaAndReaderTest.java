package org.modeststack.stack.file;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.networknt.schema.InputFormat;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.modeststack.mesh.MeshFixtures;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * One document that is in order, changed in one place at a time. What the published schema lets pass is read without a
 * word, and what it does not is refused or said; what no schema can say, such as two steps of one id, the reader says alone.
 */
class SchemaAndReaderTest {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private static final Schema SCHEMA = SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
            .getSchema(DocumentSchema.text());

    private static final String DOCUMENT = """
            {"format": "modest-stack", "version": 11, "units": "mm", "nextId": 20,
             "materials": [{"name": "brass", "colour": "#C2A468", "roughness": 0.3, "metal": 1, "transparency": 0}],
             "bodies": [
              {"id": "b1", "name": "Plate", "visible": true, "material": "brass", "set": "Base", "shown": 2, "steps": [
                {"id": 1, "type": "box", "name": "Slab", "enabled": true, "note": "", "group": "",
                  "values": {"width": 40, "depth": 30.5, "segmentsX": 2, "origin": "centred"}},
                {"id": 2, "type": "boolean", "held": false, "together": false, "values": {"with": ["b2"], "weld": true}},
                {"id": 3, "type": "bevel", "values": {"where": "edges: made step 2; rim", "width": 2, "measure": "along"}},
                {"id": 4, "type": "baked", "input": "00", "former": {"a": "b"}, "values": {"mesh": "MESH"},
                  "from": [{"id": 5, "type": "move", "values": {"by": [1, 2, 3]}}]}]},
              {"id": "b2", "name": "Peg", "steps": [
                {"id": 6, "type": "cylinder"},
                {"id": 7, "type": "place", "anchors": {
                  "at": {"body": "b1@2", "what": "surface", "pick": "faces: all", "weights": [1, 0, 0], "offset": [0, 0, 1]}}}]}]}
            """.replace("MESH", MeshCodec.write(MeshFixtures.cube(2)));

    /** In what both must agree; the first word says what is right. "-" takes the field out. */
    private static final String[] BOTH = {
        "ok /units \"inch\"",
        "ok /units \"cm\"",
        "ok /units \"m\"",
        "ok /units -",
        "ok /nextId -",
        "ok /nextId 21.0",
        "ok /materials -",
        "ok /materials []",
        "ok /bodies []",
        "ok /$schema \"mstack.schema.json\"",
        "ok /x-origin {\"by\": \"hand\"}",
        "ok /version 11.0",
        "ok /materials/0/roughness -",
        "ok /materials/0/roughness 1",
        "ok /materials/0/colour \"#abcdef\"",
        "ok /materials/0/x-maker 3",
        "ok /bodies/0/visible -",
        "ok /bodies/0/material \"none of the list\"",
        "ok /bodies/0/set -",
        "ok /bodies/0/set \"\"",
        "ok /bodies/0/shown 2.0",
        "ok /bodies/0/shown 99",
        "ok /bodies/0/id \"plate one\"",
        "ok /bodies/0/x-part \"17-b\"",
        "ok /bodies/0/steps/0/id 1.0",
        "ok /bodies/0/steps/0/name -",
        "ok /bodies/0/steps/0/enabled false",
        "ok /bodies/0/steps/0/note \"later\"",
        "ok /bodies/0/steps/0/values -",
        "ok /bodies/0/steps/0/values {}",
        "ok /bodies/0/steps/0/values/width 40.25",
        "ok /bodies/0/steps/0/values/segmentsX 3.0",
        "ok /bodies/0/steps/0/values/origin \"standing\"",
        "ok /bodies/0/steps/0/x-note [1]",
        "ok /bodies/0/steps/1/values/with []",
        "ok /bodies/0/steps/1/values/with [\"b9\"]",
        "ok /bodies/0/steps/3/from -",
        "ok /bodies/0/steps/3/from []",
        "ok /bodies/0/steps/3/input -",
        "ok /bodies/0/steps/3/former -",
        "ok /bodies/1/steps/1/anchors -",
        "ok /bodies/1/steps/1/anchors {}",
        "ok /bodies/1/steps/1/anchors/at {\"what\": \"middle\"}",
        "ok /bodies/1/steps/1/anchors/at/offset -",
        "ok /bodies/1/steps/1/anchors/at/weights []",
        "bad /format \"stack\"",
        "bad /format -",
        "bad /version -",
        "bad /version 0",
        "bad /version -1",
        "bad /version 1.5",
        "bad /version \"11\"",
        "bad /version 12",
        "bad /version null",
        "bad /units \"furlong\"",
        "bad /units \"MM\"",
        "bad /units 1",
        "bad /units null",
        "bad /nextId 0",
        "bad /nextId 20.5",
        "bad /nextId \"20\"",
        "bad /materials {}",
        "bad /materials [3]",
        "bad /materials/0/name -",
        "bad /materials/0/name \"\"",
        "bad /materials/0/name \"  \"",
        "bad /materials/0/name 7",
        "bad /materials/0/colour -",
        "bad /materials/0/colour \"red\"",
        "bad /materials/0/colour \"#C2A4\"",
        "bad /materials/0/colour 12756072",
        "bad /materials/0/color \"#C2A468\"",
        "bad /materials/0/roughness 1.5",
        "bad /materials/0/metal -0.1",
        "bad /materials/0/transparency \"half\"",
        "bad /bodies -",
        "bad /bodies {}",
        "bad /bodies [1]",
        "bad /body []",
        "bad /bodies/0/id -",
        "bad /bodies/0/id \"\"",
        "bad /bodies/0/id \"b1@2\"",
        "bad /bodies/0/id 1",
        "bad /bodies/0/name -",
        "bad /bodies/0/name \"\"",
        "bad /bodies/0/name \" \"",
        "bad /bodies/0/name 5",
        "bad /bodies/0/visible \"yes\"",
        "bad /bodies/0/visible 1",
        "bad /bodies/0/visble true",
        "bad /bodies/0/material 3",
        "bad /bodies/0/set null",
        "bad /bodies/0/shown 0",
        "bad /bodies/0/shown 1.5",
        "bad /bodies/0/shown \"all\"",
        "bad /bodies/0/steps -",
        "bad /bodies/0/steps []",
        "bad /bodies/0/steps {}",
        "bad /bodies/0/steps/0 3",
        "bad /bodies/0/steps/0/type \"subdivide\"",
        "bad /bodies/0/steps/1/type \"box\"",
        "bad /bodies/0/steps/0/id -",
        "bad /bodies/0/steps/0/id 0",
        "bad /bodies/0/steps/0/id -4",
        "bad /bodies/0/steps/0/id 1.5",
        "bad /bodies/0/steps/0/id \"1\"",
        "bad /bodies/0/steps/0/type -",
        "bad /bodies/0/steps/0/type \"bix\"",
        "bad /bodies/0/steps/0/type 3",
        "bad /bodies/0/steps/0/name 3",
        "bad /bodies/0/steps/0/enabled \"no\"",
        "bad /bodies/0/steps/0/enabled null",
        "bad /bodies/0/steps/0/enabeld false",
        "bad /bodies/0/steps/0/note []",
        "bad /bodies/0/steps/0/group 7",
        "bad /bodies/0/steps/0/values [3]",
        "bad /bodies/0/steps/0/values/widht 40",
        "bad /bodies/0/steps/0/values/seat \"centred\"",
        "bad /bodies/0/steps/0/values/width \"40\"",
        "bad /bodies/0/steps/0/values/width -3",
        "bad /bodies/0/steps/0/values/width null",
        "bad /bodies/0/steps/0/values/width [40]",
        "bad /bodies/0/steps/0/values/segmentsX 2.5",
        "bad /bodies/0/steps/0/values/segmentsX 0",
        "bad /bodies/0/steps/0/values/segmentsX 1e30",
        "bad /bodies/0/steps/0/values/origin \"centered\"",
        "bad /bodies/0/steps/0/values/origin 1",
        "bad /bodies/0/steps/0/input \"00\"",
        "bad /bodies/0/steps/0/from []",
        "bad /bodies/0/steps/1/held \"no\"",
        "bad /bodies/0/steps/1/together 0",
        "bad /bodies/0/steps/1/values/with \"b2\"",
        "bad /bodies/0/steps/1/values/with [2]",
        "bad /bodies/0/steps/1/values/weld \"on\"",
        "bad /bodies/0/steps/2/values/where 3",
        "bad /bodies/0/steps/3/values -",
        "bad /bodies/0/steps/3/values/mesh -",
        "bad /bodies/0/steps/3/values/mesh 3",
        "bad /bodies/0/steps/3/values/width 3",
        "bad /bodies/0/steps/3/input 0",
        "bad /bodies/0/steps/3/former {\"a\": 1}",
        "bad /bodies/0/steps/3/former []",
        "bad /bodies/0/steps/3/from {}",
        "bad /bodies/0/steps/3/from/0/type \"mvoe\"",
        "bad /bodies/0/steps/3/from/0/values/by [1, 2]",
        "bad /bodies/0/steps/3/from/0/values/by [1, 2, 3, 4]",
        "bad /bodies/0/steps/3/from/0/values/by [1, 2, \"3\"]",
        "bad /bodies/1/steps/1/anchors []",
        "bad /bodies/1/steps/1/anchors/at 3",
        "bad /bodies/1/steps/1/anchors/square {\"what\": \"middle\"}",
        "bad /bodies/1/steps/1/anchors/at/what -",
        "bad /bodies/1/steps/1/anchors/at/what \"corner\"",
        "bad /bodies/1/steps/1/anchors/at/pick -",
        "bad /bodies/1/steps/1/anchors/at/pick 3",
        "bad /bodies/1/steps/1/anchors/at/body 3",
        "bad /bodies/1/steps/1/anchors/at/weights 1",
        "bad /bodies/1/steps/1/anchors/at/weights [\"1\"]",
        "bad /bodies/1/steps/1/anchors/at/offset [0, 0]",
        "bad /bodies/1/steps/1/anchors/at/ofset [0, 0, 0]",
    };

    /** What a schema cannot say. */
    private static final String[] READER_ALONE = {
        "/nextId 3",
        "/materials [{\"name\": \"a\", \"colour\": \"#000000\"}, {\"name\": \"a\", \"colour\": \"#FFFFFF\"}]",
        "/bodies/1/id \"b1\"",
        "/bodies/0/steps/1/id 1",
        "/bodies/1/steps/0/id 2",
        "/bodies/0/steps/3/from/0/id 1",
        "/bodies/0/steps/2/values/where \"faces: facing 0 0 1\"",
        "/bodies/0/steps/2/values/where \"edges: made step two\"",
        "/bodies/0/steps/3/values/mesh \"AAAA\"",
        "/bodies/1/steps/1/anchors/at/pick \"all\"",
    };

    private static ObjectNode changed(String change) {
        String[] words = change.split(" ", 2);
        ObjectNode root = (ObjectNode) JSON.readTree(DOCUMENT);
        int slash = words[0].lastIndexOf('/');
        JsonNode parent = root.at(words[0].substring(0, slash));
        String field = words[0].substring(slash + 1);
        if (parent instanceof ArrayNode a) a.set(Integer.parseInt(field), JSON.readTree(words[1]));
        else if (words[1].equals("-")) ((ObjectNode) parent).remove(field);
        else ((ObjectNode) parent).set(field, JSON.readTree(words[1]));
        return root;
    }

    /** What is said of a document; one thing if it is refused. */
    private static List<String> said(ObjectNode document) {
        byte[] bytes = JSON.writeValueAsString(document).getBytes(StandardCharsets.UTF_8);
        try {
            return DocumentFile.parse(bytes, "d.mstack").remarks();
        } catch (DocumentException e) {
            return List.of(e.getMessage());
        }
    }

    private static boolean passesSchema(ObjectNode document) {
        return SCHEMA.validate(JSON.writeValueAsString(document), InputFormat.JSON)
                .isEmpty();
    }

    static Stream<String> both() {
        return Stream.of(BOTH);
    }

    static Stream<String> readerAlone() {
        return Stream.of(READER_ALONE);
    }

    @Test
    void theDocumentItselfIsInOrder() {
        ObjectNode document = (ObjectNode) JSON.readTree(DOCUMENT);
        assertEquals(List.of(), said(document));
        assertEquals(List.of(), List.copyOf(SCHEMA.validate(DOCUMENT, InputFormat.JSON)));
        assertTrue(BOTH.length >= 100);
    }

    @ParameterizedTest
    @MethodSource("both")
    void schemaAndReaderAgree(String line) {
        boolean right = line.startsWith("ok ");
        ObjectNode document = changed(line.substring(line.indexOf(' ') + 1));
        List<String> said = said(document);
        assertEquals(right, said.isEmpty(), said.toString());
        assertEquals(right, passesSchema(document));
        assertSaidWell(said);
        Matcher step = Pattern.compile("bad /bodies/([01])/steps/([0-3])/.*").matcher(line);
        if (!step.matches()) return;
        String place =
                (step.group(1).equals("0") ? "Plate" : "Peg") + ", step " + (1 + Integer.parseInt(step.group(2)));
        assertTrue(said.stream().anyMatch(s -> s.startsWith(place)), place + " in " + said);
    }

    @ParameterizedTest
    @MethodSource("readerAlone")
    void whatNoSchemaCanSayTheReaderSays(String change) {
        ObjectNode document = changed(change);
        List<String> said = said(document);
        assertFalse(said.isEmpty());
        assertTrue(passesSchema(document));
        assertSaidWell(said);
    }

    /** Whole sentences, each once, one mistake in one. */
    private static void assertSaidWell(List<String> said) {
        assertEquals(said.size(), new HashSet<>(said).size(), said.toString());
        List<String> odd = new ArrayList<>(said);
        odd.removeIf(s -> s.endsWith(".") && !s.contains("null pointer") && !s.contains("Exception"));
        assertEquals(List.of(), odd);
    }
}
