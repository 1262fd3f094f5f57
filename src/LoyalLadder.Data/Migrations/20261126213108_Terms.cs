using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace LoyalLadder.Data.Migrations
{
    /// <inheritdoc />
    public partial class Terms : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<int>(
                name: "months_of_changes",
                table: "schools",
                type: "integer",
                nullable: false,
                defaultValue: 24);

            migrationBuilder.CreateTable(
                name: "calendar_addresses",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    person_id = table.Column<Guid>(type: "uuid", nullable: false),
                    is_own = table.Column<bool>(type: "boolean", nullable: false),
                    hash = table.Column<string>(type: "character varying(64)", maxLength: 64, nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_calendar_addresses", x => x.id);
                    table.ForeignKey(
                        name: "fk_calendar_addresses_asp_net_users_person_id",
                        column: x => x.person_id,
                        principalTable: "AspNetUsers",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "fk_calendar_addresses_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "terms",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    name = table.Column<string>(type: "character varying(60)", maxLength: 60, nullable: false),
                    from = table.Column<DateOnly>(type: "date", nullable: false),
                    until = table.Column<DateOnly>(type: "date", nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_terms", x => x.id);
                    table.ForeignKey(
                        name: "fk_terms_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "class_terms",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    term_id = table.Column<Guid>(type: "uuid", nullable: false),
                    class_id = table.Column<Guid>(type: "uuid", nullable: false),
                    share = table.Column<int>(type: "integer", nullable: false),
                    wanted = table.Column<int>(type: "integer", nullable: false),
                    new_items = table.Column<int>(type: "integer", nullable: false),
                    least_days = table.Column<int>(type: "integer", nullable: false),
                    most_days = table.Column<int>(type: "integer", nullable: false),
                    free_days = table.Column<int>(type: "integer", nullable: false),
                    rest_regions = table.Column<bool>(type: "boolean", nullable: false),
                    plan = table.Column<string>(type: "text", nullable: false),
                    planned_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_class_terms", x => x.id);
                    table.ForeignKey(
                        name: "fk_class_terms_classes_class_id",
                        column: x => x.class_id,
                        principalTable: "classes",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "fk_class_terms_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_class_terms_terms_term_id",
                        column: x => x.term_id,
                        principalTable: "terms",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "term_gradings",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    term_id = table.Column<Guid>(type: "uuid", nullable: false),
                    track_id = table.Column<Guid>(type: "uuid", nullable: false),
                    on = table.Column<DateOnly>(type: "date", nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_term_gradings", x => x.id);
                    table.ForeignKey(
                        name: "fk_term_gradings_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_term_gradings_terms_term_id",
                        column: x => x.term_id,
                        principalTable: "terms",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "fk_term_gradings_tracks_track_id",
                        column: x => x.track_id,
                        principalTable: "tracks",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "term_pins",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    class_term_id = table.Column<Guid>(type: "uuid", nullable: false),
                    learnable = table.Column<string>(type: "character varying(60)", maxLength: 60, nullable: false),
                    date = table.Column<DateOnly>(type: "date", nullable: false),
                    at = table.Column<TimeOnly>(type: "time without time zone", nullable: false),
                    must = table.Column<bool>(type: "boolean", nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_term_pins", x => x.id);
                    table.ForeignKey(
                        name: "fk_term_pins_class_terms_class_term_id",
                        column: x => x.class_term_id,
                        principalTable: "class_terms",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "fk_term_pins_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "term_solves",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    class_term_id = table.Column<Guid>(type: "uuid", nullable: false),
                    started_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    started_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    beat_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    ended_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    stop_asked = table.Column<bool>(type: "boolean", nullable: false),
                    seconds_asked = table.Column<int>(type: "integer", nullable: false),
                    seed = table.Column<int>(type: "integer", nullable: false),
                    plan = table.Column<string>(type: "text", nullable: false),
                    found = table.Column<int>(type: "integer", nullable: false),
                    missing = table.Column<int>(type: "integer", nullable: false),
                    long_gaps = table.Column<int>(type: "integer", nullable: false),
                    gap_days = table.Column<int>(type: "integer", nullable: false),
                    max_load = table.Column<decimal>(type: "numeric", nullable: false),
                    bound = table.Column<int>(type: "integer", nullable: false),
                    is_best = table.Column<bool>(type: "boolean", nullable: false),
                    seconds = table.Column<decimal>(type: "numeric", nullable: false),
                    offers = table.Column<string>(type: "text", nullable: false),
                    trouble = table.Column<string>(type: "text", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_term_solves", x => x.id);
                    table.ForeignKey(
                        name: "fk_term_solves_class_terms_class_term_id",
                        column: x => x.class_term_id,
                        principalTable: "class_terms",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "fk_term_solves_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "term_things",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    class_term_id = table.Column<Guid>(type: "uuid", nullable: false),
                    learnable = table.Column<string>(type: "character varying(60)", maxLength: 60, nullable: false),
                    wanted = table.Column<int>(type: "integer", nullable: true),
                    is_left_out = table.Column<bool>(type: "boolean", nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_term_things", x => x.id);
                    table.ForeignKey(
                        name: "fk_term_things_class_terms_class_term_id",
                        column: x => x.class_term_id,
                        principalTable: "class_terms",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "fk_term_things_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateIndex(
                name: "ix_calendar_addresses_hash",
                table: "calendar_addresses",
                column: "hash",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_calendar_addresses_person_id_is_own",
                table: "calendar_addresses",
                columns: new[] { "person_id", "is_own" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_calendar_addresses_school_id",
                table: "calendar_addresses",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_class_terms_class_id",
                table: "class_terms",
                column: "class_id");

            migrationBuilder.CreateIndex(
                name: "ix_class_terms_school_id",
                table: "class_terms",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_class_terms_term_id_class_id",
                table: "class_terms",
                columns: new[] { "term_id", "class_id" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_term_gradings_school_id",
                table: "term_gradings",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_term_gradings_term_id_track_id",
                table: "term_gradings",
                columns: new[] { "term_id", "track_id" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_term_gradings_track_id",
                table: "term_gradings",
                column: "track_id");

            migrationBuilder.CreateIndex(
                name: "ix_term_pins_class_term_id_date_at_learnable",
                table: "term_pins",
                columns: new[] { "class_term_id", "date", "at", "learnable" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_term_pins_school_id",
                table: "term_pins",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_term_solves_class_term_id",
                table: "term_solves",
                column: "class_term_id");

            migrationBuilder.CreateIndex(
                name: "ix_term_solves_school_id_class_term_id",
                table: "term_solves",
                columns: new[] { "school_id", "class_term_id" });

            migrationBuilder.CreateIndex(
                name: "ix_term_things_class_term_id_learnable",
                table: "term_things",
                columns: new[] { "class_term_id", "learnable" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_term_things_school_id",
                table: "term_things",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_terms_school_id",
                table: "terms",
                column: "school_id");

            foreach (var table in new[] { "terms", "term_gradings", "class_terms", "term_things", "term_pins" })
                SchoolTables.Guard(migrationBuilder, table, "progress");
            SchoolTables.GuardQuietly(migrationBuilder, "term_solves");
            SchoolTables.GuardQuietly(migrationBuilder, "calendar_addresses");
            DoorFunctions.Calendar(migrationBuilder);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.Sql("DROP FUNCTION ladder_calendar(text);");

            migrationBuilder.DropTable(
                name: "calendar_addresses");

            migrationBuilder.DropTable(
                name: "term_gradings");

            migrationBuilder.DropTable(
                name: "term_pins");

            migrationBuilder.DropTable(
                name: "term_solves");

            migrationBuilder.DropTable(
                name: "term_things");

            migrationBuilder.DropTable(
                name: "class_terms");

            migrationBuilder.DropTable(
                name: "terms");

            migrationBuilder.DropColumn(
                name: "months_of_changes",
                table: "schools");
        }
    }
}
