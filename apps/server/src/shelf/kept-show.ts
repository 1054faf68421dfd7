import { Column, Entity, PrimaryColumn } from "typeorm";
import type { Roles, ShowRecord } from "@vexa/core";

/** A show that isn't on stage: its recorded work. Sounds, pictures, versions and history lie under its id. */
@Entity("kept_show")
export class KeptShowEntity {
  @PrimaryColumn({ type: "varchar", length: 64, primaryKeyConstraintName: "pk_kept_show" })
  id: string;

  @Column({ type: "varchar", length: 80 })
  name: string;

  @Column({ type: "timestamptz", name: "made_at" })
  madeAt: Date;

  @Column({ type: "timestamptz", name: "changed_at" })
  changedAt: Date;

  @Column({ type: "boolean", default: false })
  archived: boolean;

  /** When it was thrown away; it is kept for thirty days more. */
  @Column({ type: "timestamptz", name: "deleted_at", nullable: true })
  deletedAt: Date | null;

  /** Counted when it is kept: listing shows reads none of their records. */
  @Column({ type: "integer" })
  lamps: number;

  @Column({ type: "integer" })
  cues: number;

  @Column({ type: "jsonb" })
  records: ShowRecord[];

  /** What people were in it when it left the stage; those who aren't named keep the role that they have. */
  @Column({ type: "jsonb", default: {} })
  roles: Roles;
}
