using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Phonaris.Storage.Migrations
{
    /// <inheritdoc />
    public partial class FileUses : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "Subject",
                table: "Jobs",
                type: "TEXT",
                nullable: true);

            migrationBuilder.CreateTable(
                name: "FileUses",
                columns: table => new
                {
                    Hash = table.Column<string>(type: "TEXT", nullable: false),
                    Kind = table.Column<string>(type: "TEXT", nullable: false),
                    UserId = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_FileUses", x => new { x.Hash, x.Kind, x.UserId });
                });

            migrationBuilder.CreateIndex(
                name: "IX_FileUses_Kind_UserId",
                table: "FileUses",
                columns: new[] { "Kind", "UserId" });

            // Who uses which file was read off what is stored until now. Media are the only texts of 64 hexadecimal digits.
            foreach (var (kind, id, column, rows) in new[]
            {
                ("Show", "Id", "Json", "Shows"), ("Show", "ShowId", "Edit", "Edits"), ("Show", "ShowId", "Inverse", "Edits"), ("Show", "ShowId", "Json", "Versions"),
                ("Job", "Id", "Input", "(SELECT * FROM Jobs WHERE State IN ('Waiting', 'Running'))"),
            })
                migrationBuilder.Sql(
                    $"""
                    INSERT OR IGNORE INTO FileUses (Hash, Kind, UserId)
                    SELECT DISTINCT t.atom, '{kind}', r.{id} FROM {rows} r, json_tree(CASE WHEN json_valid(r.{column}) THEN r.{column} ELSE 'null' END) t
                    WHERE t.type = 'text' AND length(t.atom) = 64 AND t.atom NOT GLOB '*[^0-9a-f]*'
                    """);
            migrationBuilder.Sql("UPDATE Jobs SET Input = '' WHERE State NOT IN ('Waiting', 'Running')");
            migrationBuilder.Sql("UPDATE Jobs SET Subject = json_extract(Input, '$.media'), Input = json_object('video', json(Input)) WHERE Kind = 'video' AND Input <> ''");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "FileUses");

            migrationBuilder.DropColumn(
                name: "Subject",
                table: "Jobs");
        }
    }
}
