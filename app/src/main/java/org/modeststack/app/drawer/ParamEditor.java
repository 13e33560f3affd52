package org.modeststack.app.drawer;

import javafx.scene.Node;
import org.modeststack.steps.ParamDescriptor;

/** How parameters of a kind are edited in the drawer. Kinds that no editor takes are typed as text. */
interface ParamEditor {
    boolean takes(ParamDescriptor param);

    /** @return null where there is nothing to edit */
    Node create(EditedParam edited);
}
