using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Phonaris.Storage.Migrations
{
    /// <inheritdoc />
    public partial class Aside : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<DateTime>(
                name: "DeletedAt",
                table: "Shows",
                type: "TEXT",
                nullable: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "DeletedAt",
                table: "Shows");
        }
    }
}
