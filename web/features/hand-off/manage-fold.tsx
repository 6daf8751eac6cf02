"use client";

import { type ComponentType, useState } from "react";
import type { ManageProps } from "./manage-version";

/** What the team can do with a version, fetched when it is unfolded: readers do not load it. */
export const ManageFold = (props: ManageProps) => {
  const [Manage, setManage] = useState<ComponentType<ManageProps> | null>(null);
  return (
    <details
      className="card-plain take-more take-section"
      onToggle={() => void import("./manage-version").then(({ ManageVersion }) => setManage(() => ManageVersion))}
    >
      <summary>For the team</summary>
      {Manage && <Manage {...props} />}
    </details>
  );
};
