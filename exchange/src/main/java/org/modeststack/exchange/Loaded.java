package org.modeststack.exchange;

import java.util.List;
import org.modeststack.mesh.Materials;
import org.modeststack.mesh.Mesh;

/**
 * A mesh as it was read.
 *
 * @param materials what the file says of those that its faces are made of
 * @param remarks what was passed over, in sentences
 */
public record Loaded(Mesh mesh, Materials materials, List<String> remarks) {
    public Loaded {
        remarks = List.copyOf(remarks);
    }
}
