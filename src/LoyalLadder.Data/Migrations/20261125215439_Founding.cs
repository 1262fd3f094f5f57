using System;
using System.Collections.Generic;
using Microsoft.EntityFrameworkCore.Migrations;
using Npgsql.EntityFrameworkCore.PostgreSQL.Metadata;

#nullable disable

namespace LoyalLadder.Data.Migrations
{
    /// <inheritdoc />
    public partial class Founding : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "data_protection_keys",
                columns: table => new
                {
                    id = table.Column<int>(type: "integer", nullable: false)
                        .Annotation("Npgsql:ValueGenerationStrategy", NpgsqlValueGenerationStrategy.IdentityByDefaultColumn),
                    friendly_name = table.Column<string>(type: "text", nullable: true),
                    xml = table.Column<string>(type: "text", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_data_protection_keys", x => x.id);
                });

            migrationBuilder.CreateTable(
                name: "schools",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    name = table.Column<string>(type: "character varying(120)", maxLength: 120, nullable: false),
                    time_zone = table.Column<string>(type: "character varying(60)", maxLength: 60, nullable: false),
                    naming = table.Column<string>(type: "character varying(20)", maxLength: 20, nullable: false),
                    counting = table.Column<string>(type: "character varying(20)", maxLength: 20, nullable: false),
                    opening_seconds = table.Column<int>(type: "integer", nullable: false),
                    closing_seconds = table.Column<int>(type: "integer", nullable: false),
                    numbers = table.Column<string>(type: "character varying(400)", maxLength: 400, nullable: false),
                    sides = table.Column<string>(type: "character varying(20)", maxLength: 20, nullable: false),
                    build_up = table.Column<string>(type: "character varying(20)", maxLength: 20, nullable: false),
                    crossed_mitts = table.Column<bool>(type: "boolean", nullable: false),
                    policy = table.Column<string>(type: "character varying(4000)", maxLength: 4000, nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_schools", x => x.id);
                });

            migrationBuilder.CreateTable(
                name: "AspNetUsers",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    display_name = table.Column<string>(type: "character varying(80)", maxLength: 80, nullable: false),
                    role = table.Column<string>(type: "character varying(20)", maxLength: 20, nullable: false),
                    naming = table.Column<string>(type: "character varying(20)", maxLength: 20, nullable: true),
                    sides = table.Column<string>(type: "character varying(20)", maxLength: 20, nullable: true),
                    own_lead = table.Column<string>(type: "character varying(10)", maxLength: 10, nullable: false),
                    user_name = table.Column<string>(type: "character varying(256)", maxLength: 256, nullable: true),
                    normalized_user_name = table.Column<string>(type: "character varying(256)", maxLength: 256, nullable: true),
                    email = table.Column<string>(type: "character varying(256)", maxLength: 256, nullable: true),
                    normalized_email = table.Column<string>(type: "character varying(256)", maxLength: 256, nullable: true),
                    email_confirmed = table.Column<bool>(type: "boolean", nullable: false),
                    password_hash = table.Column<string>(type: "text", nullable: true),
                    security_stamp = table.Column<string>(type: "text", nullable: true),
                    concurrency_stamp = table.Column<string>(type: "text", nullable: true),
                    phone_number = table.Column<string>(type: "text", nullable: true),
                    phone_number_confirmed = table.Column<bool>(type: "boolean", nullable: false),
                    two_factor_enabled = table.Column<bool>(type: "boolean", nullable: false),
                    lockout_end = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    lockout_enabled = table.Column<bool>(type: "boolean", nullable: false),
                    access_failed_count = table.Column<int>(type: "integer", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_asp_net_users", x => x.id);
                    table.ForeignKey(
                        name: "fk_asp_net_users_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "api_tokens",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    name = table.Column<string>(type: "character varying(80)", maxLength: 80, nullable: false),
                    hash = table.Column<string>(type: "character varying(64)", maxLength: 64, nullable: false),
                    created_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    revoked_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_api_tokens", x => x.id);
                    table.ForeignKey(
                        name: "fk_api_tokens_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "audits",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    number = table.Column<long>(type: "bigint", nullable: false)
                        .Annotation("Npgsql:ValueGenerationStrategy", NpgsqlValueGenerationStrategy.IdentityAlwaysColumn),
                    kind = table.Column<string>(type: "character varying(40)", maxLength: 40, nullable: false),
                    row_id = table.Column<Guid>(type: "uuid", nullable: false),
                    deed = table.Column<string>(type: "character varying(10)", maxLength: 10, nullable: false),
                    fields = table.Column<string>(type: "character varying(600)", maxLength: 600, nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_audits", x => x.id);
                    table.ForeignKey(
                        name: "fk_audits_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "drills",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    name = table.Column<string>(type: "character varying(80)", maxLength: 80, nullable: false),
                    kind = table.Column<string>(type: "character varying(20)", maxLength: 20, nullable: false),
                    least_band = table.Column<string>(type: "character varying(10)", maxLength: 10, nullable: false),
                    text = table.Column<string>(type: "character varying(4000)", maxLength: 4000, nullable: false),
                    notes = table.Column<string>(type: "character varying(2000)", maxLength: 2000, nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_drills", x => x.id);
                    table.ForeignKey(
                        name: "fk_drills_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "halls",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    put_away_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    name = table.Column<string>(type: "character varying(80)", maxLength: 80, nullable: false),
                    length_metres = table.Column<decimal>(type: "numeric", nullable: false),
                    width_metres = table.Column<decimal>(type: "numeric", nullable: false),
                    bags = table.Column<int>(type: "integer", nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_halls", x => x.id);
                    table.ForeignKey(
                        name: "fk_halls_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "invitations",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    hash = table.Column<string>(type: "character varying(64)", maxLength: 64, nullable: false),
                    role = table.Column<string>(type: "character varying(20)", maxLength: 20, nullable: false),
                    expires_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    used_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_invitations", x => x.id);
                    table.ForeignKey(
                        name: "fk_invitations_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "kept_posts",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_kept_posts", x => new { x.school_id, x.id });
                    table.ForeignKey(
                        name: "fk_kept_posts_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "kept_sheets",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    title = table.Column<string>(type: "character varying(300)", maxLength: 300, nullable: false),
                    band = table.Column<string>(type: "character varying(10)", maxLength: 10, nullable: false),
                    week = table.Column<int>(type: "integer", nullable: true),
                    text = table.Column<string>(type: "character varying(40000)", maxLength: 40000, nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_kept_sheets", x => x.id);
                    table.ForeignKey(
                        name: "fk_kept_sheets_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "kit_items",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    name = table.Column<string>(type: "character varying(80)", maxLength: 80, nullable: false),
                    count = table.Column<int>(type: "integer", nullable: false),
                    fetch_seconds = table.Column<int>(type: "integer", nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_kit_items", x => x.id);
                    table.ForeignKey(
                        name: "fk_kit_items_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "limits_of_bands",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    band = table.Column<string>(type: "character varying(10)", maxLength: 10, nullable: false),
                    limits = table.Column<string>(type: "jsonb", nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_limits_of_bands", x => x.id);
                    table.ForeignKey(
                        name: "fk_limits_of_bands_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "school_editions",
                columns: table => new
                {
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    facts = table.Column<long>(type: "bigint", nullable: false),
                    material = table.Column<long>(type: "bigint", nullable: false),
                    progress = table.Column<long>(type: "bigint", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_school_editions", x => x.school_id);
                    table.ForeignKey(
                        name: "fk_school_editions_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "school_techniques",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    technique_id = table.Column<string>(type: "character varying(60)", maxLength: 60, nullable: false),
                    row = table.Column<string>(type: "jsonb", nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_school_techniques", x => x.id);
                    table.ForeignKey(
                        name: "fk_school_techniques_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "tracks",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    name = table.Column<string>(type: "character varying(80)", maxLength: 80, nullable: false),
                    band = table.Column<string>(type: "character varying(10)", maxLength: 10, nullable: false),
                    position = table.Column<int>(type: "integer", nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_tracks", x => x.id);
                    table.ForeignKey(
                        name: "fk_tracks_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "AspNetUserClaims",
                columns: table => new
                {
                    id = table.Column<int>(type: "integer", nullable: false)
                        .Annotation("Npgsql:ValueGenerationStrategy", NpgsqlValueGenerationStrategy.IdentityByDefaultColumn),
                    user_id = table.Column<Guid>(type: "uuid", nullable: false),
                    claim_type = table.Column<string>(type: "text", nullable: true),
                    claim_value = table.Column<string>(type: "text", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_asp_net_user_claims", x => x.id);
                    table.ForeignKey(
                        name: "fk_asp_net_user_claims_asp_net_users_user_id",
                        column: x => x.user_id,
                        principalTable: "AspNetUsers",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "AspNetUserLogins",
                columns: table => new
                {
                    login_provider = table.Column<string>(type: "text", nullable: false),
                    provider_key = table.Column<string>(type: "text", nullable: false),
                    provider_display_name = table.Column<string>(type: "text", nullable: true),
                    user_id = table.Column<Guid>(type: "uuid", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_asp_net_user_logins", x => new { x.login_provider, x.provider_key });
                    table.ForeignKey(
                        name: "fk_asp_net_user_logins_asp_net_users_user_id",
                        column: x => x.user_id,
                        principalTable: "AspNetUsers",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "AspNetUserTokens",
                columns: table => new
                {
                    user_id = table.Column<Guid>(type: "uuid", nullable: false),
                    login_provider = table.Column<string>(type: "text", nullable: false),
                    name = table.Column<string>(type: "text", nullable: false),
                    value = table.Column<string>(type: "text", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_asp_net_user_tokens", x => new { x.user_id, x.login_provider, x.name });
                    table.ForeignKey(
                        name: "fk_asp_net_user_tokens_asp_net_users_user_id",
                        column: x => x.user_id,
                        principalTable: "AspNetUsers",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "gradings",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    track_id = table.Column<Guid>(type: "uuid", nullable: false),
                    on = table.Column<DateOnly>(type: "date", nullable: false),
                    closed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_gradings", x => x.id);
                    table.ForeignKey(
                        name: "fk_gradings_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_gradings_tracks_track_id",
                        column: x => x.track_id,
                        principalTable: "tracks",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "ranks",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    put_away_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    track_id = table.Column<Guid>(type: "uuid", nullable: false),
                    name = table.Column<string>(type: "character varying(80)", maxLength: 80, nullable: false),
                    position = table.Column<int>(type: "integer", nullable: false),
                    colour = table.Column<string>(type: "character varying(7)", maxLength: 7, nullable: false),
                    stripes = table.Column<int>(type: "integer", nullable: false),
                    least_days = table.Column<int>(type: "integer", nullable: false),
                    least_lessons = table.Column<int>(type: "integer", nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_ranks", x => x.id);
                    table.ForeignKey(
                        name: "fk_ranks_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_ranks_tracks_track_id",
                        column: x => x.track_id,
                        principalTable: "tracks",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "classes",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    put_away_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    name = table.Column<string>(type: "character varying(80)", maxLength: 80, nullable: false),
                    band = table.Column<string>(type: "character varying(10)", maxLength: 10, nullable: false),
                    lowest_rank_id = table.Column<Guid>(type: "uuid", nullable: true),
                    highest_rank_id = table.Column<Guid>(type: "uuid", nullable: true),
                    hall_id = table.Column<Guid>(type: "uuid", nullable: true),
                    weekday = table.Column<string>(type: "character varying(10)", maxLength: 10, nullable: false),
                    start = table.Column<TimeOnly>(type: "time without time zone", nullable: false),
                    minutes = table.Column<int>(type: "integer", nullable: false),
                    teacher_id = table.Column<Guid>(type: "uuid", nullable: true),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_classes", x => x.id);
                    table.ForeignKey(
                        name: "fk_classes_halls_hall_id",
                        column: x => x.hall_id,
                        principalTable: "halls",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_classes_ranks_highest_rank_id",
                        column: x => x.highest_rank_id,
                        principalTable: "ranks",
                        principalColumn: "id",
                        onDelete: ReferentialAction.SetNull);
                    table.ForeignKey(
                        name: "fk_classes_ranks_lowest_rank_id",
                        column: x => x.lowest_rank_id,
                        principalTable: "ranks",
                        principalColumn: "id",
                        onDelete: ReferentialAction.SetNull);
                    table.ForeignKey(
                        name: "fk_classes_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_classes_users_teacher_id",
                        column: x => x.teacher_id,
                        principalTable: "AspNetUsers",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "numbered_combinations",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    number = table.Column<string>(type: "character varying(12)", maxLength: 12, nullable: false),
                    kind = table.Column<string>(type: "character varying(20)", maxLength: 20, nullable: false),
                    name = table.Column<string>(type: "character varying(80)", maxLength: 80, nullable: false),
                    notation = table.Column<string>(type: "character varying(2000)", maxLength: 2000, nullable: false),
                    other_reading = table.Column<string>(type: "character varying(2000)", maxLength: 2000, nullable: true),
                    versions = table.Column<string>(type: "character varying(4000)", maxLength: 4000, nullable: false),
                    rank_id = table.Column<Guid>(type: "uuid", nullable: true),
                    least_band = table.Column<string>(type: "character varying(10)", maxLength: 10, nullable: false),
                    control_rule = table.Column<string>(type: "character varying(2000)", maxLength: 2000, nullable: false),
                    cautions = table.Column<string>(type: "character varying(2000)", maxLength: 2000, nullable: false),
                    notes = table.Column<string>(type: "character varying(2000)", maxLength: 2000, nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_numbered_combinations", x => x.id);
                    table.ForeignKey(
                        name: "fk_numbered_combinations_ranks_rank_id",
                        column: x => x.rank_id,
                        principalTable: "ranks",
                        principalColumn: "id",
                        onDelete: ReferentialAction.SetNull);
                    table.ForeignKey(
                        name: "fk_numbered_combinations_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "requirement_changes",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    rank_id = table.Column<Guid>(type: "uuid", nullable: false),
                    words = table.Column<string>(type: "character varying(400)", maxLength: 400, nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_requirement_changes", x => x.id);
                    table.ForeignKey(
                        name: "fk_requirement_changes_ranks_rank_id",
                        column: x => x.rank_id,
                        principalTable: "ranks",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "fk_requirement_changes_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "requirements",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    put_away_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    rank_id = table.Column<Guid>(type: "uuid", nullable: false),
                    position = table.Column<int>(type: "integer", nullable: false),
                    kind = table.Column<string>(type: "character varying(20)", maxLength: 20, nullable: false),
                    learnable = table.Column<string>(type: "character varying(60)", maxLength: 60, nullable: false),
                    words = table.Column<string>(type: "character varying(120)", maxLength: 120, nullable: false),
                    stage = table.Column<int>(type: "integer", nullable: false),
                    amount = table.Column<int>(type: "integer", nullable: false),
                    is_seconds = table.Column<bool>(type: "boolean", nullable: false),
                    signers = table.Column<int>(type: "integer", nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_requirements", x => x.id);
                    table.ForeignKey(
                        name: "fk_requirements_ranks_rank_id",
                        column: x => x.rank_id,
                        principalTable: "ranks",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_requirements_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "students",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    put_away_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    left_class_ids = table.Column<List<Guid>>(type: "uuid[]", nullable: false),
                    erase_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    first_name = table.Column<string>(type: "character varying(60)", maxLength: 60, nullable: false),
                    initial = table.Column<string>(type: "character varying(4)", maxLength: 4, nullable: false),
                    rank_id = table.Column<Guid>(type: "uuid", nullable: true),
                    rank_since = table.Column<DateOnly>(type: "date", nullable: true),
                    is_erased = table.Column<bool>(type: "boolean", nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_students", x => x.id);
                    table.ForeignKey(
                        name: "fk_students_ranks_rank_id",
                        column: x => x.rank_id,
                        principalTable: "ranks",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_students_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "lessons",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    class_id = table.Column<Guid>(type: "uuid", nullable: false),
                    date = table.Column<DateOnly>(type: "date", nullable: false),
                    start = table.Column<TimeOnly>(type: "time without time zone", nullable: false),
                    minutes = table.Column<int>(type: "integer", nullable: false),
                    heads = table.Column<int>(type: "integer", nullable: false),
                    hall_id = table.Column<Guid>(type: "uuid", nullable: true),
                    teacher_id = table.Column<Guid>(type: "uuid", nullable: true),
                    title = table.Column<string>(type: "character varying(600)", maxLength: 600, nullable: false),
                    focus = table.Column<string>(type: "character varying(600)", maxLength: 600, nullable: false),
                    pasted = table.Column<string>(type: "text", nullable: true),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_lessons", x => x.id);
                    table.ForeignKey(
                        name: "fk_lessons_classes_class_id",
                        column: x => x.class_id,
                        principalTable: "classes",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_lessons_halls_hall_id",
                        column: x => x.hall_id,
                        principalTable: "halls",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_lessons_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_lessons_users_teacher_id",
                        column: x => x.teacher_id,
                        principalTable: "AspNetUsers",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "combination_changes",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    combination_id = table.Column<Guid>(type: "uuid", nullable: false),
                    name = table.Column<string>(type: "character varying(80)", maxLength: 80, nullable: false),
                    notation = table.Column<string>(type: "character varying(2000)", maxLength: 2000, nullable: false),
                    other_reading = table.Column<string>(type: "character varying(2000)", maxLength: 2000, nullable: true),
                    versions = table.Column<string>(type: "character varying(4000)", maxLength: 4000, nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_combination_changes", x => x.id);
                    table.ForeignKey(
                        name: "fk_combination_changes_numbered_combinations_combination_id",
                        column: x => x.combination_id,
                        principalTable: "numbered_combinations",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "fk_combination_changes_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "awards",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    student_id = table.Column<Guid>(type: "uuid", nullable: false),
                    words = table.Column<string>(type: "character varying(120)", maxLength: 120, nullable: false),
                    on = table.Column<DateOnly>(type: "date", nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_awards", x => x.id);
                    table.ForeignKey(
                        name: "fk_awards_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_awards_students_student_id",
                        column: x => x.student_id,
                        principalTable: "students",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "candidates",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    grading_id = table.Column<Guid>(type: "uuid", nullable: false),
                    student_id = table.Column<Guid>(type: "uuid", nullable: false),
                    from_rank_id = table.Column<Guid>(type: "uuid", nullable: true),
                    from_since = table.Column<DateOnly>(type: "date", nullable: true),
                    to_rank_id = table.Column<Guid>(type: "uuid", nullable: false),
                    result = table.Column<string>(type: "character varying(10)", maxLength: 10, nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_candidates", x => x.id);
                    table.ForeignKey(
                        name: "fk_candidates_gradings_grading_id",
                        column: x => x.grading_id,
                        principalTable: "gradings",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_candidates_ranks_from_rank_id",
                        column: x => x.from_rank_id,
                        principalTable: "ranks",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_candidates_ranks_to_rank_id",
                        column: x => x.to_rank_id,
                        principalTable: "ranks",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_candidates_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_candidates_students_student_id",
                        column: x => x.student_id,
                        principalTable: "students",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "care_notes",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    student_id = table.Column<Guid>(type: "uuid", nullable: false),
                    words = table.Column<string>(type: "character varying(300)", maxLength: 300, nullable: false),
                    until = table.Column<DateOnly>(type: "date", nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_care_notes", x => x.id);
                    table.ForeignKey(
                        name: "fk_care_notes_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_care_notes_students_student_id",
                        column: x => x.student_id,
                        principalTable: "students",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "enrolments",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    class_id = table.Column<Guid>(type: "uuid", nullable: false),
                    student_id = table.Column<Guid>(type: "uuid", nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_enrolments", x => x.id);
                    table.ForeignKey(
                        name: "fk_enrolments_classes_class_id",
                        column: x => x.class_id,
                        principalTable: "classes",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "fk_enrolments_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_enrolments_students_student_id",
                        column: x => x.student_id,
                        principalTable: "students",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "evidence",
                columns: table => new
                {
                    student_id = table.Column<Guid>(type: "uuid", nullable: false),
                    learnable = table.Column<string>(type: "character varying(60)", maxLength: 60, nullable: false),
                    exposures = table.Column<double>(type: "double precision", nullable: false),
                    first_on = table.Column<DateOnly>(type: "date", nullable: false),
                    last_on = table.Column<DateOnly>(type: "date", nullable: false),
                    stage = table.Column<int>(type: "integer", nullable: false),
                    by_stage = table.Column<double[]>(type: "double precision[]", nullable: false),
                    left_reps = table.Column<int>(type: "integer", nullable: false),
                    right_reps = table.Column<int>(type: "integer", nullable: false),
                    recent_days = table.Column<DateOnly[]>(type: "date[]", nullable: false),
                    recent_shares = table.Column<double[]>(type: "double precision[]", nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_evidence", x => new { x.student_id, x.learnable });
                    table.ForeignKey(
                        name: "fk_evidence_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_evidence_students_student_id",
                        column: x => x.student_id,
                        principalTable: "students",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "sign_offs",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    student_id = table.Column<Guid>(type: "uuid", nullable: false),
                    requirement_id = table.Column<Guid>(type: "uuid", nullable: false),
                    signer_id = table.Column<Guid>(type: "uuid", nullable: false),
                    on = table.Column<DateOnly>(type: "date", nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_sign_offs", x => x.id);
                    table.ForeignKey(
                        name: "fk_sign_offs_requirements_requirement_id",
                        column: x => x.requirement_id,
                        principalTable: "requirements",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_sign_offs_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_sign_offs_students_student_id",
                        column: x => x.student_id,
                        principalTable: "students",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "check_overrides",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    lesson_id = table.Column<Guid>(type: "uuid", nullable: false),
                    code = table.Column<string>(type: "character varying(40)", maxLength: 40, nullable: false),
                    line_id = table.Column<Guid>(type: "uuid", nullable: true),
                    reason = table.Column<string>(type: "character varying(400)", maxLength: 400, nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_check_overrides", x => x.id);
                    table.ForeignKey(
                        name: "fk_check_overrides_lessons_lesson_id",
                        column: x => x.lesson_id,
                        principalTable: "lessons",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_check_overrides_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "logs",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    lesson_id = table.Column<Guid>(type: "uuid", nullable: false),
                    on = table.Column<DateOnly>(type: "date", nullable: false),
                    start = table.Column<TimeOnly>(type: "time without time zone", nullable: false),
                    class_id = table.Column<Guid>(type: "uuid", nullable: false),
                    band = table.Column<string>(type: "character varying(10)", maxLength: 10, nullable: false),
                    heads = table.Column<int>(type: "integer", nullable: false),
                    floor_length = table.Column<decimal>(type: "numeric", nullable: false),
                    floor_width = table.Column<decimal>(type: "numeric", nullable: false),
                    taught_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    logged_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    outcomes_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    notes = table.Column<string>(type: "character varying(4000)", maxLength: 4000, nullable: false),
                    actual_seconds = table.Column<int>(type: "integer", nullable: true),
                    planned_seconds = table.Column<int>(type: "integer", nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_logs", x => x.id);
                    table.ForeignKey(
                        name: "fk_logs_classes_class_id",
                        column: x => x.class_id,
                        principalTable: "classes",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_logs_lessons_lesson_id",
                        column: x => x.lesson_id,
                        principalTable: "lessons",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_logs_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "runs",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    lesson_id = table.Column<Guid>(type: "uuid", nullable: false),
                    program = table.Column<string>(type: "jsonb", nullable: false),
                    booked_end = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_runs", x => x.id);
                    table.ForeignKey(
                        name: "fk_runs_lessons_lesson_id",
                        column: x => x.lesson_id,
                        principalTable: "lessons",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_runs_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "sheet_changes",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    lesson_id = table.Column<Guid>(type: "uuid", nullable: false),
                    line_id = table.Column<Guid>(type: "uuid", nullable: false),
                    batch = table.Column<Guid>(type: "uuid", nullable: false),
                    number = table.Column<long>(type: "bigint", nullable: false)
                        .Annotation("Npgsql:ValueGenerationStrategy", NpgsqlValueGenerationStrategy.IdentityAlwaysColumn),
                    before = table.Column<string>(type: "character varying(4000)", maxLength: 4000, nullable: true),
                    before_place = table.Column<string>(type: "text", nullable: false),
                    after = table.Column<string>(type: "character varying(4000)", maxLength: 4000, nullable: true),
                    after_place = table.Column<string>(type: "text", nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_sheet_changes", x => x.id);
                    table.ForeignKey(
                        name: "fk_sheet_changes_lessons_lesson_id",
                        column: x => x.lesson_id,
                        principalTable: "lessons",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_sheet_changes_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "sheet_lines",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    lesson_id = table.Column<Guid>(type: "uuid", nullable: false),
                    place = table.Column<string>(type: "text", nullable: false, collation: "C"),
                    text = table.Column<string>(type: "character varying(4000)", maxLength: 4000, nullable: false),
                    removed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    owed_log_line_id = table.Column<Guid>(type: "uuid", nullable: true),
                    drill_id = table.Column<Guid>(type: "uuid", nullable: true),
                    link_id = table.Column<Guid>(type: "uuid", nullable: true),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_sheet_lines", x => x.id);
                    table.ForeignKey(
                        name: "fk_sheet_lines_drills_drill_id",
                        column: x => x.drill_id,
                        principalTable: "drills",
                        principalColumn: "id",
                        onDelete: ReferentialAction.SetNull);
                    table.ForeignKey(
                        name: "fk_sheet_lines_lessons_lesson_id",
                        column: x => x.lesson_id,
                        principalTable: "lessons",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_sheet_lines_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "sheet_visits",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    lesson_id = table.Column<Guid>(type: "uuid", nullable: false),
                    user_id = table.Column<Guid>(type: "uuid", nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_sheet_visits", x => x.id);
                    table.ForeignKey(
                        name: "fk_sheet_visits_lessons_lesson_id",
                        column: x => x.lesson_id,
                        principalTable: "lessons",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "fk_sheet_visits_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "grading_marks",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    candidate_id = table.Column<Guid>(type: "uuid", nullable: false),
                    requirement_id = table.Column<Guid>(type: "uuid", nullable: false),
                    is_met = table.Column<bool>(type: "boolean", nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_grading_marks", x => x.id);
                    table.ForeignKey(
                        name: "fk_grading_marks_candidates_candidate_id",
                        column: x => x.candidate_id,
                        principalTable: "candidates",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_grading_marks_requirements_requirement_id",
                        column: x => x.requirement_id,
                        principalTable: "requirements",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_grading_marks_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "attendances",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    log_id = table.Column<Guid>(type: "uuid", nullable: false),
                    student_id = table.Column<Guid>(type: "uuid", nullable: false),
                    presence = table.Column<string>(type: "character varying(10)", maxLength: 10, nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_attendances", x => x.id);
                    table.ForeignKey(
                        name: "fk_attendances_logs_log_id",
                        column: x => x.log_id,
                        principalTable: "logs",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_attendances_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_attendances_students_student_id",
                        column: x => x.student_id,
                        principalTable: "students",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "log_lines",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    log_id = table.Column<Guid>(type: "uuid", nullable: false),
                    sheet_line_id = table.Column<Guid>(type: "uuid", nullable: false),
                    position = table.Column<int>(type: "integer", nullable: false),
                    text = table.Column<string>(type: "character varying(4000)", maxLength: 4000, nullable: false),
                    taught = table.Column<string>(type: "jsonb", nullable: false),
                    outcome = table.Column<string>(type: "character varying(10)", maxLength: 10, nullable: false),
                    planned_seconds = table.Column<int>(type: "integer", nullable: false),
                    actual_seconds = table.Column<int>(type: "integer", nullable: true),
                    carries = table.Column<bool>(type: "boolean", nullable: false),
                    owed_log_line_id = table.Column<Guid>(type: "uuid", nullable: true),
                    settled_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    settled_by_id = table.Column<Guid>(type: "uuid", nullable: true),
                    settled_in_lesson_id = table.Column<Guid>(type: "uuid", nullable: true),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_log_lines", x => x.id);
                    table.ForeignKey(
                        name: "fk_log_lines_logs_log_id",
                        column: x => x.log_id,
                        principalTable: "logs",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_log_lines_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "taught_items",
                columns: table => new
                {
                    log_id = table.Column<Guid>(type: "uuid", nullable: false),
                    learnable = table.Column<string>(type: "character varying(60)", maxLength: 60, nullable: false),
                    stage = table.Column<int>(type: "integer", nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    date = table.Column<DateOnly>(type: "date", nullable: false),
                    share = table.Column<double>(type: "double precision", nullable: false),
                    lesson_share = table.Column<double>(type: "double precision", nullable: false),
                    left_reps = table.Column<int>(type: "integer", nullable: false),
                    right_reps = table.Column<int>(type: "integer", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_taught_items", x => new { x.log_id, x.learnable, x.stage });
                    table.ForeignKey(
                        name: "fk_taught_items_logs_log_id",
                        column: x => x.log_id,
                        principalTable: "logs",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "fk_taught_items_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "run_events",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    kind = table.Column<string>(type: "character varying(10)", maxLength: 10, nullable: false),
                    step = table.Column<Guid>(type: "uuid", nullable: true),
                    value = table.Column<int>(type: "integer", nullable: false),
                    text = table.Column<string>(type: "character varying(2000)", maxLength: 2000, nullable: true),
                    run_id = table.Column<Guid>(type: "uuid", nullable: false),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_run_events", x => x.id);
                    table.ForeignKey(
                        name: "fk_run_events_runs_run_id",
                        column: x => x.run_id,
                        principalTable: "runs",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_run_events_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateTable(
                name: "line_comments",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    lesson_id = table.Column<Guid>(type: "uuid", nullable: false),
                    line_id = table.Column<Guid>(type: "uuid", nullable: false),
                    words = table.Column<string>(type: "character varying(600)", maxLength: 600, nullable: false),
                    said_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    said_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    settled_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true),
                    school_id = table.Column<Guid>(type: "uuid", nullable: false),
                    changed_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    changed_by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    xmin = table.Column<uint>(type: "xid", rowVersion: true, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_line_comments", x => x.id);
                    table.ForeignKey(
                        name: "fk_line_comments_lessons_lesson_id",
                        column: x => x.lesson_id,
                        principalTable: "lessons",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_line_comments_schools_school_id",
                        column: x => x.school_id,
                        principalTable: "schools",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "fk_line_comments_sheet_lines_line_id",
                        column: x => x.line_id,
                        principalTable: "sheet_lines",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateIndex(
                name: "ix_asp_net_user_claims_user_id",
                table: "AspNetUserClaims",
                column: "user_id");

            migrationBuilder.CreateIndex(
                name: "ix_asp_net_user_logins_user_id",
                table: "AspNetUserLogins",
                column: "user_id");

            migrationBuilder.CreateIndex(
                name: "EmailIndex",
                table: "AspNetUsers",
                column: "normalized_email");

            migrationBuilder.CreateIndex(
                name: "UserNameIndex",
                table: "AspNetUsers",
                column: "normalized_user_name",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_asp_net_users_school_id",
                table: "AspNetUsers",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_api_tokens_hash",
                table: "api_tokens",
                column: "hash",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_api_tokens_school_id",
                table: "api_tokens",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_attendances_log_id_student_id",
                table: "attendances",
                columns: new[] { "log_id", "student_id" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_attendances_school_id",
                table: "attendances",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_attendances_student_id",
                table: "attendances",
                column: "student_id");

            migrationBuilder.CreateIndex(
                name: "ix_audits_school_id",
                table: "audits",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_audits_school_id_number",
                table: "audits",
                columns: new[] { "school_id", "number" });

            migrationBuilder.CreateIndex(
                name: "ix_awards_school_id",
                table: "awards",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_awards_student_id",
                table: "awards",
                column: "student_id");

            migrationBuilder.CreateIndex(
                name: "ix_candidates_from_rank_id",
                table: "candidates",
                column: "from_rank_id");

            migrationBuilder.CreateIndex(
                name: "ix_candidates_grading_id_student_id",
                table: "candidates",
                columns: new[] { "grading_id", "student_id" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_candidates_school_id",
                table: "candidates",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_candidates_student_id",
                table: "candidates",
                column: "student_id");

            migrationBuilder.CreateIndex(
                name: "ix_candidates_to_rank_id",
                table: "candidates",
                column: "to_rank_id");

            migrationBuilder.CreateIndex(
                name: "ix_care_notes_school_id",
                table: "care_notes",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_care_notes_student_id",
                table: "care_notes",
                column: "student_id");

            migrationBuilder.CreateIndex(
                name: "ix_check_overrides_lesson_id_code_line_id",
                table: "check_overrides",
                columns: new[] { "lesson_id", "code", "line_id" },
                unique: true)
                .Annotation("Npgsql:NullsDistinct", false);

            migrationBuilder.CreateIndex(
                name: "ix_check_overrides_school_id",
                table: "check_overrides",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_classes_hall_id",
                table: "classes",
                column: "hall_id");

            migrationBuilder.CreateIndex(
                name: "ix_classes_highest_rank_id",
                table: "classes",
                column: "highest_rank_id");

            migrationBuilder.CreateIndex(
                name: "ix_classes_lowest_rank_id",
                table: "classes",
                column: "lowest_rank_id");

            migrationBuilder.CreateIndex(
                name: "ix_classes_school_id",
                table: "classes",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_classes_teacher_id",
                table: "classes",
                column: "teacher_id");

            migrationBuilder.CreateIndex(
                name: "ix_combination_changes_combination_id",
                table: "combination_changes",
                column: "combination_id");

            migrationBuilder.CreateIndex(
                name: "ix_combination_changes_school_id",
                table: "combination_changes",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_drills_school_id",
                table: "drills",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_drills_school_id_name",
                table: "drills",
                columns: new[] { "school_id", "name" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_enrolments_class_id_student_id",
                table: "enrolments",
                columns: new[] { "class_id", "student_id" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_enrolments_school_id",
                table: "enrolments",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_enrolments_student_id",
                table: "enrolments",
                column: "student_id");

            migrationBuilder.CreateIndex(
                name: "ix_evidence_school_id_learnable",
                table: "evidence",
                columns: new[] { "school_id", "learnable" });

            migrationBuilder.CreateIndex(
                name: "ix_grading_marks_candidate_id_requirement_id",
                table: "grading_marks",
                columns: new[] { "candidate_id", "requirement_id" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_grading_marks_requirement_id",
                table: "grading_marks",
                column: "requirement_id");

            migrationBuilder.CreateIndex(
                name: "ix_grading_marks_school_id",
                table: "grading_marks",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_gradings_school_id",
                table: "gradings",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_gradings_track_id",
                table: "gradings",
                column: "track_id");

            migrationBuilder.CreateIndex(
                name: "ix_halls_school_id",
                table: "halls",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_invitations_hash",
                table: "invitations",
                column: "hash",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_invitations_school_id",
                table: "invitations",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_kept_sheets_school_id",
                table: "kept_sheets",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_kit_items_school_id",
                table: "kit_items",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_lessons_class_id_date",
                table: "lessons",
                columns: new[] { "class_id", "date" });

            migrationBuilder.CreateIndex(
                name: "ix_lessons_hall_id",
                table: "lessons",
                column: "hall_id");

            migrationBuilder.CreateIndex(
                name: "ix_lessons_school_id",
                table: "lessons",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_lessons_school_id_date",
                table: "lessons",
                columns: new[] { "school_id", "date" });

            migrationBuilder.CreateIndex(
                name: "ix_lessons_teacher_id",
                table: "lessons",
                column: "teacher_id");

            migrationBuilder.CreateIndex(
                name: "ix_limits_of_bands_school_id",
                table: "limits_of_bands",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_limits_of_bands_school_id_band",
                table: "limits_of_bands",
                columns: new[] { "school_id", "band" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_line_comments_lesson_id",
                table: "line_comments",
                column: "lesson_id");

            migrationBuilder.CreateIndex(
                name: "ix_line_comments_line_id",
                table: "line_comments",
                column: "line_id");

            migrationBuilder.CreateIndex(
                name: "ix_line_comments_school_id",
                table: "line_comments",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_log_lines_log_id_sheet_line_id",
                table: "log_lines",
                columns: new[] { "log_id", "sheet_line_id" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_log_lines_school_id",
                table: "log_lines",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_logs_class_id_on",
                table: "logs",
                columns: new[] { "class_id", "on" });

            migrationBuilder.CreateIndex(
                name: "ix_logs_lesson_id",
                table: "logs",
                column: "lesson_id",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_logs_school_id",
                table: "logs",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_numbered_combinations_rank_id",
                table: "numbered_combinations",
                column: "rank_id");

            migrationBuilder.CreateIndex(
                name: "ix_numbered_combinations_school_id",
                table: "numbered_combinations",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_numbered_combinations_school_id_number",
                table: "numbered_combinations",
                columns: new[] { "school_id", "number" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_ranks_school_id",
                table: "ranks",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_ranks_track_id",
                table: "ranks",
                column: "track_id");

            migrationBuilder.CreateIndex(
                name: "ix_requirement_changes_rank_id",
                table: "requirement_changes",
                column: "rank_id");

            migrationBuilder.CreateIndex(
                name: "ix_requirement_changes_school_id",
                table: "requirement_changes",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_requirements_rank_id",
                table: "requirements",
                column: "rank_id");

            migrationBuilder.CreateIndex(
                name: "ix_requirements_school_id",
                table: "requirements",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_requirements_school_id_learnable",
                table: "requirements",
                columns: new[] { "school_id", "learnable" });

            migrationBuilder.CreateIndex(
                name: "ix_run_events_run_id",
                table: "run_events",
                column: "run_id");

            migrationBuilder.CreateIndex(
                name: "ix_run_events_school_id",
                table: "run_events",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_runs_lesson_id",
                table: "runs",
                column: "lesson_id",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_runs_school_id",
                table: "runs",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_school_techniques_school_id",
                table: "school_techniques",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_school_techniques_school_id_technique_id",
                table: "school_techniques",
                columns: new[] { "school_id", "technique_id" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_sheet_changes_lesson_id_number",
                table: "sheet_changes",
                columns: new[] { "lesson_id", "number" });

            migrationBuilder.CreateIndex(
                name: "ix_sheet_changes_school_id",
                table: "sheet_changes",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_sheet_lines_drill_id",
                table: "sheet_lines",
                column: "drill_id");

            migrationBuilder.CreateIndex(
                name: "ix_sheet_lines_lesson_id_place",
                table: "sheet_lines",
                columns: new[] { "lesson_id", "place" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_sheet_lines_school_id",
                table: "sheet_lines",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_sheet_visits_lesson_id",
                table: "sheet_visits",
                column: "lesson_id");

            migrationBuilder.CreateIndex(
                name: "ix_sheet_visits_school_id",
                table: "sheet_visits",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_sign_offs_requirement_id",
                table: "sign_offs",
                column: "requirement_id");

            migrationBuilder.CreateIndex(
                name: "ix_sign_offs_school_id",
                table: "sign_offs",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_sign_offs_student_id_requirement_id_signer_id",
                table: "sign_offs",
                columns: new[] { "student_id", "requirement_id", "signer_id" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_students_rank_id",
                table: "students",
                column: "rank_id");

            migrationBuilder.CreateIndex(
                name: "ix_students_school_id",
                table: "students",
                column: "school_id");

            migrationBuilder.CreateIndex(
                name: "ix_taught_items_school_id_learnable_date",
                table: "taught_items",
                columns: new[] { "school_id", "learnable", "date" });

            migrationBuilder.CreateIndex(
                name: "ix_tracks_school_id",
                table: "tracks",
                column: "school_id");

            FoundingWalls.Raise(migrationBuilder);
            FoundingNews.Tell(migrationBuilder);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            FoundingNews.Silence(migrationBuilder);
            FoundingWalls.TakeDown(migrationBuilder);

            migrationBuilder.DropTable(
                name: "AspNetUserClaims");

            migrationBuilder.DropTable(
                name: "AspNetUserLogins");

            migrationBuilder.DropTable(
                name: "AspNetUserTokens");

            migrationBuilder.DropTable(
                name: "api_tokens");

            migrationBuilder.DropTable(
                name: "attendances");

            migrationBuilder.DropTable(
                name: "audits");

            migrationBuilder.DropTable(
                name: "awards");

            migrationBuilder.DropTable(
                name: "care_notes");

            migrationBuilder.DropTable(
                name: "check_overrides");

            migrationBuilder.DropTable(
                name: "combination_changes");

            migrationBuilder.DropTable(
                name: "data_protection_keys");

            migrationBuilder.DropTable(
                name: "enrolments");

            migrationBuilder.DropTable(
                name: "evidence");

            migrationBuilder.DropTable(
                name: "grading_marks");

            migrationBuilder.DropTable(
                name: "invitations");

            migrationBuilder.DropTable(
                name: "kept_posts");

            migrationBuilder.DropTable(
                name: "kept_sheets");

            migrationBuilder.DropTable(
                name: "kit_items");

            migrationBuilder.DropTable(
                name: "limits_of_bands");

            migrationBuilder.DropTable(
                name: "line_comments");

            migrationBuilder.DropTable(
                name: "log_lines");

            migrationBuilder.DropTable(
                name: "requirement_changes");

            migrationBuilder.DropTable(
                name: "run_events");

            migrationBuilder.DropTable(
                name: "school_editions");

            migrationBuilder.DropTable(
                name: "school_techniques");

            migrationBuilder.DropTable(
                name: "sheet_changes");

            migrationBuilder.DropTable(
                name: "sheet_visits");

            migrationBuilder.DropTable(
                name: "sign_offs");

            migrationBuilder.DropTable(
                name: "taught_items");

            migrationBuilder.DropTable(
                name: "numbered_combinations");

            migrationBuilder.DropTable(
                name: "candidates");

            migrationBuilder.DropTable(
                name: "sheet_lines");

            migrationBuilder.DropTable(
                name: "runs");

            migrationBuilder.DropTable(
                name: "requirements");

            migrationBuilder.DropTable(
                name: "logs");

            migrationBuilder.DropTable(
                name: "gradings");

            migrationBuilder.DropTable(
                name: "students");

            migrationBuilder.DropTable(
                name: "drills");

            migrationBuilder.DropTable(
                name: "lessons");

            migrationBuilder.DropTable(
                name: "classes");

            migrationBuilder.DropTable(
                name: "halls");

            migrationBuilder.DropTable(
                name: "ranks");

            migrationBuilder.DropTable(
                name: "AspNetUsers");

            migrationBuilder.DropTable(
                name: "tracks");

            migrationBuilder.DropTable(
                name: "schools");
        }
    }
}
