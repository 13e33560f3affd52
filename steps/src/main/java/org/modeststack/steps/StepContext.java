package org.modeststack.steps;

import java.util.concurrent.CancellationException;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.part.Geometry;

/** What a step is given besides the mesh that comes in. */
public interface StepContext {
    /** A number of this step's own that stays the same as long as the step lives: the root of the keys it makes. */
    long seed();

    /** The name of the tag that holds the elements this step made. */
    default String madeTag() {
        return madeTag(seed());
    }

    /** With this begin the names of tags that steps give to what they made. */
    String MADE = "made:";

    /** The name of the tag of what the step of this seed made; behind a colon the names of parts of it follow. */
    static String madeTag(long seed) {
        return MADE + Long.toUnsignedString(seed, 36);
    }

    /**
     * The result of another body.
     *
     * @throws StepException if there is none
     */
    Mesh body(String id) throws StepException;

    /**
     * The result of another body, with its parts.
     *
     * @throws StepException if there is none
     */
    default Geometry geometry(String id) throws StepException {
        return Geometry.of(body(id));
    }

    /** What a body is called, for messages. */
    String bodyName(String id);

    void remark(Remark remark);

    default void remark(Remark.Level level, String text) {
        remark(new Remark(level, text, null));
    }

    /**
     * Says how far the step has come and stops it when nobody wants the result any more. To be called every few
     * milliseconds in long work.
     *
     * @param done from 0 to 1
     */
    void progress(double done) throws CancellationException;
}
