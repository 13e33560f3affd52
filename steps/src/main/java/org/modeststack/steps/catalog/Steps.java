package org.modeststack.steps.catalog;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.bevel.Bevel;
import org.modeststack.steps.clean.Weld;
import org.modeststack.steps.clean.WeldPicked;
import org.modeststack.steps.combine.BooleanStep;
import org.modeststack.steps.combine.Join;
import org.modeststack.steps.combine.OneShell;
import org.modeststack.steps.cut.Connect;
import org.modeststack.steps.cut.CutLoop;
import org.modeststack.steps.cut.CutPath;
import org.modeststack.steps.cut.Split;
import org.modeststack.steps.extrude.Extrude;
import org.modeststack.steps.extrude.Inset;
import org.modeststack.steps.mark.TagStep;
import org.modeststack.steps.mend.CloseCracks;
import org.modeststack.steps.mend.CollapseSmall;
import org.modeststack.steps.mend.DivideFaces;
import org.modeststack.steps.mend.DropIdle;
import org.modeststack.steps.mend.OuterFaces;
import org.modeststack.steps.mend.PartSurfaces;
import org.modeststack.steps.mend.ResolveCrossings;
import org.modeststack.steps.mend.TurnFaces;
import org.modeststack.steps.mirror.CarryOver;
import org.modeststack.steps.mirror.Mirror;
import org.modeststack.steps.part.Flatten;
import org.modeststack.steps.part.LoopToCircle;
import org.modeststack.steps.part.MovePicked;
import org.modeststack.steps.part.ScalePicked;
import org.modeststack.steps.part.Slide;
import org.modeststack.steps.part.SpaceEvenly;
import org.modeststack.steps.part.TurnPicked;
import org.modeststack.steps.patch.Bridge;
import org.modeststack.steps.patch.Fill;
import org.modeststack.steps.place.Align;
import org.modeststack.steps.place.Place;
import org.modeststack.steps.remove.Delete;
import org.modeststack.steps.remove.Dissolve;
import org.modeststack.steps.remove.JoinTriangles;
import org.modeststack.steps.repeat.PathArray;
import org.modeststack.steps.repeat.RoundArray;
import org.modeststack.steps.repeat.RowArray;
import org.modeststack.steps.repeat.Scatter;
import org.modeststack.steps.segment.Segments;
import org.modeststack.steps.shading.GiveMaterial;
import org.modeststack.steps.shading.ShadeEdges;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.shape.Scale;
import org.modeststack.steps.shape.Turn;
import org.modeststack.steps.smooth.Crease;
import org.modeststack.steps.smooth.FinerFaces;
import org.modeststack.steps.smooth.Relax;
import org.modeststack.steps.smooth.Subdivide;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Cone;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Grid;
import org.modeststack.steps.source.Imported;
import org.modeststack.steps.source.Linked;
import org.modeststack.steps.source.Prism;
import org.modeststack.steps.source.Torus;
import org.modeststack.steps.source.Tube;
import org.modeststack.steps.source.UvSphere;
import org.modeststack.steps.tidy.Tidy;

/** The list of steps: the one place to enter a new one. The order is that of menus. */
public final class Steps {
    public static final List<StepDescriptor> ALL = Stream.<Class<? extends Step>>of(
                    Box.class,
                    Cylinder.class,
                    Cone.class,
                    UvSphere.class,
                    Torus.class,
                    Tube.class,
                    Prism.class,
                    Grid.class,
                    Imported.class,
                    Linked.class,
                    BooleanStep.class,
                    Join.class,
                    OneShell.class,
                    Bevel.class,
                    ShadeEdges.class,
                    GiveMaterial.class,
                    RowArray.class,
                    RoundArray.class,
                    PathArray.class,
                    Scatter.class,
                    Mirror.class,
                    CarryOver.class,
                    Subdivide.class,
                    Crease.class,
                    FinerFaces.class,
                    Relax.class,
                    Extrude.class,
                    Inset.class,
                    Delete.class,
                    Dissolve.class,
                    CutLoop.class,
                    CutPath.class,
                    Connect.class,
                    Split.class,
                    Bridge.class,
                    Fill.class,
                    MovePicked.class,
                    TurnPicked.class,
                    ScalePicked.class,
                    Flatten.class,
                    LoopToCircle.class,
                    SpaceEvenly.class,
                    Slide.class,
                    Segments.class,
                    TagStep.class,
                    Move.class,
                    Turn.class,
                    Scale.class,
                    Place.class,
                    Align.class,
                    Weld.class,
                    WeldPicked.class,
                    JoinTriangles.class,
                    DivideFaces.class,
                    CollapseSmall.class,
                    CloseCracks.class,
                    DropIdle.class,
                    TurnFaces.class,
                    PartSurfaces.class,
                    OuterFaces.class,
                    ResolveCrossings.class,
                    Tidy.class)
            .map(StepDescriptor::of)
            .toList();

    private static final Map<String, StepDescriptor> BY_TYPE = new HashMap<>();

    static {
        for (StepDescriptor d : ALL) {
            if (BY_TYPE.put(d.type(), d) != null) throw new IllegalStateException("two steps are called " + d.type());
        }
    }

    private Steps() {}

    /** @return null if there is no step of this type */
    public static @Nullable StepDescriptor byType(String type) {
        return BY_TYPE.get(type);
    }
}
