using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Phonaris.Storage.Migrations
{
    /// <inheritdoc />
    public partial class RequestKeys : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "RequestKey",
                table: "Changes",
                type: "TEXT",
                nullable: true);

            migrationBuilder.CreateIndex(
                name: "IX_Changes_ShowId_RequestKey",
                table: "Changes",
                columns: new[] { "ShowId", "RequestKey" },
                unique: true,
                filter: "RequestKey IS NOT NULL");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_Changes_ShowId_RequestKey",
                table: "Changes");

            migrationBuilder.DropColumn(
                name: "RequestKey",
                table: "Changes");
        }
    }
}
