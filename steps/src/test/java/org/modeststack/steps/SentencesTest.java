package org.modeststack.steps;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.steps.catalog.Steps;

/** What a step says of itself names what departs from the ordinary, and nothing else. */
class SentencesTest {
    /** Type of step, the values that are set, the sentence; numbers stand in braces. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "round-array | angle=360 | *Repeat* {count} times round {axis}.",
                "round-array | angle=90 | *Repeat* {count} times round {axis} over {angle}.",
                "round-array | centre=0 1 0 | *Repeat* {count} times round {axis} through {centre}.",
                "round-array | rise=-2; weldWithin=0.01 | *Repeat* {count} times round {axis}, rising {rise} each, welded within {weldWithin}.",
                "row-array | spacing=each | *Repeat* {count} times in a row, each {offset} on.",
                "row-array | spacing=total; weldWithin=0.01 | *Repeat* {count} times in a row over {offset}, welded within {weldWithin}.",
                "row-array | spacing=each; weldWithin=0.01; withoutWalls=on | *Repeat* {count} times in a row, each {offset} on, welded within {weldWithin}, without walls.",
                "row-array | spacing=extent; sizes=1 0 0 | *Repeat* {count} times in a row, each {sizes} of its size on.",
                "row-array | spacing=fill; every=12 | *Repeat* every {every} in a row over {offset}.",
                "row-array | turn=10; scale=0.9; united=on | *Repeat* {count} times in a row, each {offset} on, turned {turn} each, {scale} times as large each, united.",
                "row-array | leftOut=2, 5-7 | *Repeat* {count} times in a row, each {offset} on, without {leftOut}.",
                "round-array | upright=on | *Repeat* {count} times round {axis}, upright.",
                "round-array | line=edges: sharper 30 | *Repeat* {count} times round {line}.",
                "path-array | count=9 | *Repeat* {count} times along {path}.",
                "path-array | spacing=distance; tag=Rail; turned=level | *Repeat* every {every} along {path}, its {tag}, turned on the level.",
                "scatter | where=faces | *Scatter* over the faces of {on}.",
                "scatter | where=evenly; turnUpTo=180; sizeUpTo=0.2 | *Scatter* {count} evenly on {on}, turned up to {turnUpTo}, sizes up to {sizeUpTo} off.",
                "carry-over | grownBy=0 | *Carry over* {what}, mirrored across {axis}.",
                "carry-over | how=turned; times=3; angle=90 | *Carry over* {what} and {grownBy} ring round them, turned {angle} round {axis} {times} times.",
                "mirror | across=xy | *Mirror* across {across}, weld within {weldWithin}.",
                "mirror | plane=middle; keep=above | *Mirror* what is {keep} across {across} through its middle, weld within {weldWithin}.",
                "mirror | keep=above; image=off | *Keep* what is {keep} of the plane across {across}.",
                "mirror | pickedPlane=faces: facing 1 0 0 5; withoutMiddleLine=on | *Mirror* across {pickedPlane}, weld within {weldWithin}, without the middle line.",
                "mirror | keep=above | *Mirror* what is {keep} across {across}, weld within {weldWithin}.",
                "weld | onward=on | *Weld* vertices within {within}, onward from one to the next.",
                "mirror | at=0 | *Mirror* across {across}, weld within {weldWithin}.",
                "mirror | at=-3; weld=off | *Mirror* across {across} at {at}, without welding.",
                "space-evenly | relax=0; share=1 | *Space evenly* {chains}.",
                "space-evenly | relax=2; share=0.5 | *Space evenly* {chains}, relaxed {relax} times, {share} of the way.",
                "flatten | plane=best | *Flatten* {what}.",
                "flatten | plane=of-body; share=0.5 | *Flatten* {what} onto the nearest face of {body}, {share} of the way.",
                "flatten | plane=across-z; through=middle | *Flatten* {what} {plane}.",
                "flatten | plane=across-z; through=position | *Flatten* {what} {plane} at {position}.",
                "loop-to-circle | size=mean; spacing=even | *Make round* {loops}.",
                "loop-to-circle | size=given; spacing=kept; share=0.5 | *Make round* {loops}, {diameter} across, spacing {spacing}, {share} of the way.",
                "slide | what=vertices: all | *Slide* {what} by {share} towards {towards}.",
                "slide | what=edges: all; even=on | *Slide* {what} by {share}, evenly.",
                "slide | what=edges: all; even=off | *Slide* {what} by {share}.",
                "tag | weight=1 | *Tag* {what} as {name}.",
                "tag | weight=0.5 | *Tag* {what} as {name} with weight {weight}.",
                "place | square=off; turned=9; above=0 | *Place* it with {point} at {at}.",
                "place | square=on; turned=9; above=1 | *Place* it with {point} at {at}, square to {normal}, turned {turned}, {above} above.",
                "place | square=on; turned=0 | *Place* it with {point} at {at}, square to {normal}.",
                "inset | depth=0 | *Inset* {faces} by {thickness}.",
                "inset | depth=1; frames=each | *Inset* {faces} by {thickness}, {frames} apart, sunk by {depth}.",
                "inset | depth=-1 | *Inset* {faces} by {thickness}, raised by {depth}.",
                "extrude | direction=together | *Extrude* {faces} by {distance}.",
                "extrude | direction=apart; turn=5 | *Extrude* {faces} by {distance}, each {direction}, turned by {turn}.",
                "extrude | direction=even | *Extrude* {faces} by {distance}, {direction} all over.",
                "extrude | direction=given; taper=0.5 | *Extrude* {faces} by {distance} along {along}, tapered by {taper}.",
                "scale | from=0 0 0 | *Scale* by {factors}.",
                "scale | from=0 0 1 | *Scale* by {factors} from {from}.",
                "turn | about=0 0 0 | *Turn* by {angle} round {axis}.",
                "turn | about=1 0 0 | *Turn* by {angle} round {axis} through {about}.",
                "imported-mesh | scale=1 | Start with the mesh *{file}*.",
                "imported-mesh | scale=2 | Start with the mesh *{file}*, {scale} its size.",
                "cone | topDiameter=0 | Start with a *cone* {diameter} across, {height} tall, with {sides} sides.",
                "cone | topDiameter=4 | Start with a *cone* {diameter} across, {topDiameter} at the top, {height} tall, with {sides} sides.",
                "bevel | where=edges: all; sharperThan=0; measure=along; segments=1 | *Bevel* {where} by {width} {measure} the faces.",
                "bevel | where=edges: all; sharperThan=30; measure=share; segments=3 | *Bevel* {where}, sharper than {sharperThan}, by {share} of the shorter edge, in {segments} segments, profile {profile}.",
                "bevel | where=faces: all; sharperThan=0; measure=across; shape=steps | *Bevel* {of} of {where} by {width} {measure} the strip, in {segments} {shape}.",
                "bevel | of=vertices; where=vertices: all; measure=deep; shape=own | *Bevel* {where} by {width} {measure}, along a curve of its {shape}.",
                "bevel | of=vertices; where=faces: all; measure=same; segments=1 | *Bevel* {of} of {where} by the {measure} {width} along every edge.",
                "bevel | of=rims; where=faces: all; sharperThan=20; segments=1; measure=along | *Bevel* {of} of {where}, sharper than {sharperThan}, by {width} {measure} the faces.",
                "weld-picked | to=nearest | *Weld* {what} within {within}.",
                "weld-picked | to=centre | *Weld* {what} to the {to}.",
                "subdivide | levels=1 | *Subdivide* the whole mesh, {levels} level.",
                "subdivide | levels=2 | *Subdivide* the whole mesh, {levels} levels.",
                "subdivide | levels=4; inView=2 | *Subdivide* the whole mesh, {levels} levels, {inView} in the view.",
                "boolean | operation=union | *Unite* with {with}.",
                "boolean | operation=difference | *Cut away* {with}.",
                "boolean | operation=intersection | *Keep* what is shared with {with}.",
                "cut-loop | count=1; spread=0.5; slide=0 | *Cut a loop* across {across}.",
                "cut-loop | count=2; spread=1; slide=0.1 | *Cut* {count} *loops* across {across}, slid by {slide}.",
                "cut-loop | count=3; spread=0.5; slide=0 | *Cut* {count} *loops* across {across}, spread {spread}.",
                "cut-path | through=vertices: all; share=0.4; closed=off | *Cut a path* through {through}.",
                "cut-path | through=edges: all; share=0.4; closed=on | *Cut a path* through {through} at {share}, closed.",
                "cut-path | through=edges: all; share=0.5; closed=off | *Cut a path* through {through}.",
                "bridge | segments=1; twist=0 | *Bridge* {between}.",
                "subdivide | levels=3; faces=faces: facing 0 0 1 10 | *Subdivide* {faces}, {levels} levels.",
                "subdivide | levels=1; scheme=loop | *Subdivide* the whole mesh by triangles, {levels} level.",
                "subdivide | levels=2; scheme=linear | *Subdivide* the whole mesh without moving it, {levels} levels.",
                "crease | sharpness=2 | *Crease* {what}, sharp for {sharpness} levels.",
                "crease | sharpness=0 | Make {what} *smooth* again.",
                "finer-faces | times=1 | *Divide* {faces} from their {from}.",
                "finer-faces | times=3; bulge=0.5 | *Divide* {faces} from their {from} {times} times, bulging by {bulge}.",
                "relax | passes=1; keeps=nothing | *Relax* {vertices} once.",
                "relax | passes=10; keeps=size | *Relax* {vertices} {passes} times, keeping the {keeps}.",
                "tidy-rim | rings=1 | *Tidy* the rim along {rim}, spaced evenly, with {rings} ring within {reach}.",
                "tidy-rim | rings=3; rimVertices=kept | *Tidy* the rim along {rim}, with {rings} rings within {reach}.",
                "divide-faces | into=quads | *Divide* {faces} with more than {mostSides} sides into {into}.",
                "collapse-slivers | shorterThan=0 | *Collapse* slivers thinner than {thinnerThan}.",
                "collapse-slivers | shorterThan=0.1 | *Collapse* slivers thinner than {thinnerThan} and edges below {shorterThan}.",
                "turn-faces-one-way | outwards=on | *Turn* faces one way, outwards.",
                "turn-faces-one-way | outwards=off | *Turn* faces one way.",
                "take-out-inner-faces | inside=on; doubled=on | *Take out* faces inside and doubled ones.",
                "take-out-inner-faces | inside=on; doubled=off | *Take out* faces inside.",
                "take-out-inner-faces | inside=off; doubled=on | *Take out* doubled faces.",
                "fill-holes | borders=edges: border; filling=even | *Fill* {borders} with {filling} triangles.",
                "bridge | segments=2; twist=-1 | *Bridge* {between} in {segments} rows, twisted by {twist}."
            })
    void aStepSaysWhatItDoes(String type, String values, String sentence) throws StepException {
        StepDescriptor d = Steps.byType(type);
        Map<String, Object> set = new HashMap<>();
        for (String value : values.split(";", -1)) {
            int at = value.indexOf('=');
            String name = value.substring(0, at).strip();
            set.put(name, d.param(name).parse(value.substring(at + 1)));
        }
        assertEquals(sentence, d.create(set).sentence());
    }
}
