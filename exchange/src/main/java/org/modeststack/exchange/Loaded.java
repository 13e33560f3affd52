package org.modeststack.exchange;

import java.util.List;
import org.modeststack.mesh.Mesh;

/**
 * A mesh as it was read.
 *
 * @param remarks what was passed over, in sentences
 */
public record Loaded(Mesh mesh, List<String> remarks) {
    public Loaded {
        remarks = List.copyOf(remarks);
    }
}
